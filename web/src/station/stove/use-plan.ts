import { type CannerRead, type LoadWithEvents, type Lot } from '@kelvit/contract'
import {
  capacityFor,
  formOf,
  JAR_SIZES,
  jarsUnplanned,
  likelyJars,
  processFor,
  type JarSize,
  type LotYield,
  type Mouth,
  type Pack,
  kitchenOf,
} from '@kelvit/core'
import { Temporal } from 'temporal-polyfill'
import { useMemo, useState } from 'react'
import { nowMs } from '../../sync/clock'
import { useHousehold, useToday } from '../../household/session'

export interface PlanFormProps {
  readonly lots: readonly Lot[]
  readonly yields: readonly LotYield[]
  readonly canners: readonly CannerRead[]
  readonly loads: readonly LoadWithEvents[]
  readonly lotId: string | null
}

/** The next quarter of an hour, as a local time for the form. */
function soon(zone: string): string {
  const now = Temporal.Instant.fromEpochMilliseconds(nowMs() + 10 * 60_000).toZonedDateTimeISO(zone)
  return now
    .round({ smallestUnit: 'minute', roundingIncrement: 15, roundingMode: 'ceil' })
    .toPlainDateTime()
    .toString()
    .slice(0, 16)
}

/** The choices of a load to plan, and the process that follows from them. */
export function usePlan({ lots, yields, canners, loads, lotId }: PlanFormProps) {
  const { household } = useHousehold()
  const today = useToday()
  const [lotChoice, setLot] = useState(lotId ?? '')
  const lot = lots.find((l) => l.id === lotChoice) ?? lots[0]
  const fit = canners.find((c) => c.blocks.length === 0)
  const [cannerChoice, setCanner] = useState('')
  const canner = canners.find((c) => c.id === cannerChoice) ?? fit ?? canners[0]
  const form = formOf(lot?.formId ?? '')?.form
  const [jarChoice, setJar] = useState<JarSize>()
  const sizes = JAR_SIZES.filter((s) => form?.minutes[s] !== undefined)
  const jar = jarChoice && sizes.includes(jarChoice) ? jarChoice : (lot?.jar ?? 'quart')
  const [mouth, setMouth] = useState<Mouth>('regular')
  const packs = form?.packs.map((p) => p.pack) ?? []
  const [packChoice, setPack] = useState<Pack>(household.settings.defaultPack)
  const pack = packs.includes(packChoice) ? packChoice : (packs[0] ?? 'hot')
  const capacity = canner ? capacityFor(canner.capacity, jar, mouth) : 0
  const book = useMemo(() => ({ yields, loads, today }), [yields, loads, today])
  const likely = lot ? likelyJars(book, { ...lot, jar }) : 0
  const open = lot ? jarsUnplanned(book, { ...lot, jar }) : 0
  const [jarsTyped, setJars] = useState<number>()
  const jars = jarsTyped ?? Math.min(capacity, open || likely)
  const [start, setStart] = useState(() => soon(household.zone))
  const answer =
    canner && form
      ? processFor(
          kitchenOf(household),
          { formId: form.id, pack, jar, jarOf: lot?.jarOf },
          canner.regulatedBy,
        )
      : undefined
  return {
    lot,
    setLot,
    canner,
    setCanner,
    form,
    jar,
    setJar,
    sizes,
    mouth,
    setMouth,
    pack,
    packs,
    setPack,
    capacity,
    likely,
    open,
    jars,
    setJars,
    start,
    setStart,
    answer,
  }
}
