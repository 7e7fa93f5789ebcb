import { beliefOf, formOf, quartsFilled, quartsOf, yieldQuestion, type JarSize } from '@kelvit/core'
import { Link } from 'react-router'
import { useToday } from '../household/session'
import { useLoads, useLots, useYields } from '../sync/queries'

interface WholeLotProps {
  readonly lotId: string
  readonly jar: JarSize
  /** Jars that go in now. */
  readonly jars: number
  /** The load they go into: what the plan says of it is not counted twice. */
  readonly loadId: string
}

/** Asks about a lot that made hardly what it weighed, before its yield is learned. */
export function WholeLot({ lotId, jar, jars, loadId }: WholeLotProps) {
  const today = useToday()
  const [lots, loads, yields] = [useLots().data, useLoads().data, useYields().data]
  const lot = lots?.find((l) => l.id === lotId)
  const form = lot && formOf(lot.formId)?.form
  if (!lot || !form || !loads) return null
  const others = loads.filter((l) => l.id !== loadId)
  const quarts = quartsFilled({ loads: others }, lotId) + jars * quartsOf(jar)
  const question = yieldQuestion(beliefOf(form, yields ?? [], today), lot.lb, quarts)
  if (!question) return null
  return (
    <p role="status" className="text-[15px] leading-relaxed text-squash">
      {question}{' '}
      <Link to={`/harvest/lot/${lotId}`} className="text-kettle underline">
        Open the lot
      </Link>
    </p>
  )
}
