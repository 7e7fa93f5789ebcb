import { paths, type CannerRead } from '@kelvit/contract'
import {
  cannerClasses,
  capacityFor,
  estimateCapacity,
  JAR_SIZES,
  jarName,
  MINIMUM_LOAD,
  type CannerClass,
  type GaugeKind,
  type JarSize,
  type Mouth,
} from '@kelvit/core'
import { useState, type FormEvent } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../api/changes'
import { sentenceOf } from '../../api/request'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Sheet } from '../../ui/sheet'

type Counts = Readonly<Record<JarSize, Readonly<Record<Mouth, string>>>>
const MOUTHS: readonly Mouth[] = ['regular', 'wide']

const countsOf = (capacity: CannerClass['capacity']): Counts =>
  Object.fromEntries(
    JAR_SIZES.map((s) => [
      s,
      Object.fromEntries(MOUTHS.map((m) => [m, String(capacityFor(capacity, s, m))])),
    ]),
  ) as Counts

const first = cannerClasses[0]

/** A canner from its class or changed: gauge, capacity by jar and mouth, water and notes from its manual. */
export function CannerForm({
  canner,
  onClose,
}: {
  readonly canner?: CannerRead
  readonly onClose: () => void
}) {
  const [classId, setClassId] = useState(canner?.classId ?? first?.id ?? '')
  const kind = cannerClasses.find((c) => c.id === classId)
  const [name, setName] = useState(canner?.name ?? '')
  const [gauge, setGauge] = useState<GaugeKind | 'both'>(canner?.gauge ?? kind?.gauge ?? 'dial')
  const [regulatedBy, setRegulatedBy] = useState<GaugeKind>(canner?.regulatedBy ?? 'dial')
  const [counts, setCounts] = useState<Counts>(() =>
    countsOf(canner?.capacity ?? kind?.capacity ?? {}),
  )
  const [water, setWater] = useState(String(canner?.waterIn ?? 3))
  const [seal, setSeal] = useState<'gasket' | 'metal'>(canner?.seal ?? 'gasket')
  const [manual, setManual] = useState(canner?.manual ?? '')
  const [rangeNote, setRangeNote] = useState(canner?.rangeNote ?? '')
  const save = useSave('canners')
  const notify = useNotify()
  const choose = (id: string): void => {
    const next = cannerClasses.find((c) => c.id === id)
    setClassId(id)
    if (!next) return
    setGauge(next.gauge)
    setCounts(countsOf(next.capacity))
    if (id === 'large') setSeal('metal')
  }
  const send = (body: object, words: string): void =>
    save.mutate(
      canner
        ? {
            method: 'PATCH',
            path: `${paths.canners}/${canner.id}`,
            body: { version: canner.version, ...body },
          }
        : { method: 'PUT', path: `${paths.canners}/${uuidv7()}`, body },
      {
        onSuccess: () => {
          notify.done(words)
          onClose()
        },
      },
    )
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    if (!kind && !canner) return
    const capacity = Object.fromEntries(
      JAR_SIZES.map((s) => [
        s,
        { regular: Number(counts[s].regular), wide: Number(counts[s].wide) },
      ]),
    )
    send(
      {
        name,
        classId,
        gauge,
        regulatedBy: gauge === 'both' ? regulatedBy : gauge,
        capacity,
        waterIn: Number(water),
        seal,
        manual,
        rangeNote,
        ...(canner
          ? {}
          : {
              minimum: MINIMUM_LOAD,
              stageMinutes: kind?.stageMinutes,
              innerDiameterIn: kind?.innerDiameterIn,
              innerHeightIn: kind?.innerHeightIn,
            }),
      },
      'Canner saved.',
    )
  }
  return (
    <Sheet
      open
      wide
      onOpenChange={(o) => !o && onClose()}
      title={canner ? `Change the ${canner.name.toLowerCase()}` : 'Add a canner'}
      about="A canner holds four quarts upright and keeps pressure. Electric multi-cookers are not canners."
    >
      <form onSubmit={submit} className="flex flex-col gap-4">
        <div className="grid gap-4 sm:grid-cols-2">
          {!canner && (
            <ChoiceField
              label="Class"
              choices={cannerClasses.map((c) => [c.id, c.name])}
              value={classId}
              onChange={(e) => choose(e.target.value)}
              help="A “quart” number is its volume, not its jars."
            />
          )}
          <TextField
            label="Its name here"
            value={name}
            onChange={(e) => setName(e.target.value)}
            required
            maxLength={60}
          />
          <ChoiceField
            label="Gauge"
            choices={[
              ['dial', 'dial'],
              ['weighted', 'weighted'],
              ['both', 'both'],
            ]}
            value={gauge}
            onChange={(e) => setGauge(e.target.value as GaugeKind | 'both')}
          />
          {gauge === 'both' && (
            <ChoiceField
              label="Which regulates"
              choices={[
                ['dial', 'the dial'],
                ['weighted', 'the weight'],
              ]}
              value={regulatedBy}
              onChange={(e) => setRegulatedBy(e.target.value as GaugeKind)}
            />
          )}
          <ChoiceField
            label="Seal"
            choices={[
              ['gasket', 'gasket'],
              ['metal', 'metal to metal, oiled'],
            ]}
            value={seal}
            onChange={(e) => setSeal(e.target.value as 'gasket' | 'metal')}
          />
          <TextField
            label="Water, inches"
            type="number"
            step="0.25"
            min={0}
            max={12}
            value={water}
            onChange={(e) => setWater(e.target.value)}
            help="As its manual says; jars are not covered."
          />
        </div>
        <CapacityTable
          counts={counts}
          setCounts={setCounts}
          diameter={canner?.innerDiameterIn ?? kind?.innerDiameterIn ?? 0}
          height={canner?.innerHeightIn ?? kind?.innerHeightIn ?? 0}
        />
        <TextField
          label="Where its manual is"
          value={manual}
          onChange={(e) => setManual(e.target.value)}
          maxLength={400}
        />
        <TextField
          label="Range"
          value={rangeNote}
          onChange={(e) => setRangeNote(e.target.value)}
          maxLength={400}
          help="Weight limit of a glass top, or a burner too strong for the base: read both manuals."
        />
        {save.isError && (
          <p role="alert" className="text-beet">
            {sentenceOf(save.error)}
          </p>
        )}
        <div className="flex flex-wrap gap-3">
          <Button type="submit" look="main" disabled={save.isPending}>
            Save
          </Button>
          {canner && (
            <Button
              look="stop"
              onClick={() => send({ retired: true }, `${canner.name} is out of use.`)}
            >
              Take it out of use
            </Button>
          )}
        </div>
      </form>
    </Sheet>
  )
}

interface CapacityTableProps {
  readonly counts: Counts
  readonly setCounts: (counts: Counts) => void
  readonly diameter: number
  readonly height: number
}

/** Jars by size and mouth: the manual's figures, with what geometry would guess beside them. */
function CapacityTable({ counts, setCounts, diameter, height }: CapacityTableProps) {
  return (
    <table className="w-full text-left text-[15px]">
      <caption className="pb-1 text-left font-semibold">
        How many jars it takes{' '}
        <span className="font-normal text-ink-soft">
          by its manual; in brackets what its measures suggest
        </span>
      </caption>
      <thead className="text-ink-soft">
        <tr>
          <th scope="col" className="py-1 font-normal">
            Jar
          </th>
          {MOUTHS.map((m) => (
            <th key={m} scope="col" className="py-1 font-normal">
              {m} mouth
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="tabular">
        {JAR_SIZES.map((s) => (
          <tr key={s} className="border-t border-rim">
            <th scope="row" className="py-1 font-normal">
              {jarName(s)}
            </th>
            {MOUTHS.map((m) => (
              <td key={m} className="py-1">
                <input
                  aria-label={`${jarName(s)}, ${m} mouth`}
                  type="number"
                  min={0}
                  max={100}
                  value={counts[s][m]}
                  onChange={(e) =>
                    setCounts({ ...counts, [s]: { ...counts[s], [m]: e.target.value } })
                  }
                  className="min-h-11 w-20 rounded-md border border-rim bg-crock px-2"
                />
                <span className="ml-2 text-ink-soft">
                  ({estimateCapacity(diameter, height, s, m)})
                </span>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
