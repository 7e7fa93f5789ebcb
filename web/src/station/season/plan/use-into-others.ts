import { paths } from '@kelvit/contract'
import { countJars, jarName, likelyJars, putIntoOthers, type OtherJars } from '@kelvit/core'
import { v7 as uuidv7 } from 'uuid'
import { useLotBook } from '../../../household/facts'
import { useTakeBack } from '../../../household/take-back'
import { useSave } from '../../../sync/changes'
import { useLots } from '../../../sync/queries'
import { sentenceOf } from '../../../sync/request'
import { useNotify } from '../../../ui/notice'

/**
 * Splits off what of a lot has no jars, for jars of another size that stand empty: as much
 * as those hold. With a way back.
 */
export function useIntoOthers() {
  const lots = useLots().data
  const book = useLotBook()
  const save = useSave('lots')
  const takeBack = useTakeBack('lots')
  const notify = useNotify()
  const put = (other: OtherJars): void => {
    const { lotId, to } = other
    const lot = lots?.find((l) => l.id === lotId)
    const makes = book && lot ? likelyJars(book, lot) : 0
    if (!lot || makes === 0) return
    const { jars, whole, lb } = putIntoOthers(lot, makes, other)
    const { version, state } = lot
    const path = `${paths.lots}/${lotId}`
    const id = uuidv7()
    const change = whole
      ? { method: 'PATCH' as const, path, body: { version, jar: to } }
      : { method: 'POST' as const, path: `${path}/split`, body: { id, version, lb, state, jar: to } } // prettier-ignore
    save.mutate(change, {
      onSuccess: () =>
        notify.done(
          `About ${countJars(Math.round(jars), lot.jar)} will go into ${jarName(to)}. Plan again.`,
          () =>
            takeBack({ table: 'lots', ...(whole ? { id: lotId, version: version + 1 } : { id, version: 1 }) }), // prettier-ignore
        ),
      onError: (e) => notify.trouble(sentenceOf(e)),
    })
  }
  return { put, busy: save.isPending }
}
