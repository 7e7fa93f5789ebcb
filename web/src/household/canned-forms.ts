import { useMemo } from 'react'
import { useYields } from '../sync/queries'

/** Forms of which this household has canned a whole lot; undefined until they are read. */
export function useCannedForms(): ReadonlySet<string> | undefined {
  const yields = useYields().data
  return useMemo(() => yields && new Set(yields.map((y) => y.formId)), [yields])
}
