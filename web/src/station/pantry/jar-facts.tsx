import type { Jar } from '@kelvit/contract'
import { ageOf, formOf, holdSentence, jarName, whyNotFate } from '@kelvit/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { asDecided } from '../../household/set-aside'
import { useSayFate } from '../../household/set-fate'
import { useTakeJars } from '../../household/take'
import { useHousehold } from '../../household/session'
import { showDate } from '../../household/words'
import { useLoseSeal } from '../../sync/fates'
import { useMinute } from '../../sync/clock'
import { useShelves } from '../../sync/queries'
import { Button } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { Caution } from '../../ui/panel'
import { LookBefore } from './look-before'

const SEALS: Readonly<Record<Jar['seal'], string>> = {
  sealed: 'sealed',
  'sealed-low-liquid': 'sealed, some liquid lost',
  'sealed-half-liquid': 'sealed, half of its liquid lost or more',
  unsealed: 'did not seal',
  broken: 'broke',
}
const WHERE: Readonly<Record<Jar['state'], string>> = {
  'on-shelf': 'on the shelf',
  'set-aside': 'set aside',
  refrigerated: 'in the fridge',
  frozen: 'in the freezer',
  opened: 'opened, in the fridge',
  eaten: 'eaten',
  given: 'given away',
  discarded: 'thrown away',
  'processed-again': 'processed again',
  missing: 'missing since the last count',
}

/** What is known of a jar, line by line. */
export function JarFacts({ jar, today }: { readonly jar: Jar; readonly today: string }) {
  const shelf = useShelves().data?.find((s) => s.id === jar.shelfId)
  const form = jar.formId ? formOf(jar.formId)?.form.name : undefined
  const unknown = jar.process === 'unknown'
  const age = ageOf(jar, today)
  const lines: readonly (readonly [string, React.ReactNode] | false)[] = [
    ['Jar', `${jarName(jar.jar, 1)}, ${jar.mouth} mouth${form ? `, ${form.toLowerCase()}` : ''}`],
    jar.loadId !== null && [
      'Load',
      <Link key="load" to={`/stove/${jar.loadId}/record`} className="text-kettle underline">
        batch {jar.code.replace(/-\d+$/, '')}
      </Link>,
    ],
    jar.gotFrom !== '' && ['From', jar.gotFrom],
    jar.ranBy !== '' && ['Canned by', jar.ranBy],
    ['Canned', showDate(jar.cannedOn, today)],
    jar.process !== 'here' && [
      'Process',
      unknown ? 'nobody knows' : 'by a tested process, as was said',
    ],
    !unknown && [
      'Best by',
      <span key="best" className={age === 'best' ? '' : 'font-semibold text-squash'}>
        {showDate(jar.bestBy, today)}
      </span>,
    ],
    !unknown && ['Check it by', showDate(jar.reviewBy, today)],
    ['Seal', `${SEALS[jar.seal]}${jar.cause ? ` (${jar.cause})` : ''}`],
    ['Now', WHERE[jar.state]],
    jar.state === 'on-shelf' && ['On shelf', shelf?.name ?? 'no shelf yet'],
    jar.useSoon &&
      !unknown && [
        'Use soon',
        jar.seal === 'sealed-low-liquid' ? 'some liquid was lost' : 'marked',
      ],
    jar.note !== '' && ['Note', jar.note],
  ]
  return (
    <dl className="mb-4 grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
      {lines
        .filter((l) => l !== false)
        .map(([term, fact]) => (
          <div key={term} className="contents">
            <dt className="text-ink-soft">{term}</dt>
            <dd>{fact}</dd>
          </div>
        ))}
    </dl>
  )
}

/** What is to be minded before anything is done with a jar. */
export function JarCaution({ jar, today }: { readonly jar: Jar; readonly today: string }) {
  const now = useMinute()
  const hours = jar.outAt === null ? Infinity : (now - Date.parse(jar.outAt)) / 3_600_000
  if (jar.recipeId)
    return (
      <Caution>
        <strong>Do not eat.</strong> No tested process made this jar, so nobody knows that it is
        safe. Keep it closed and discard it the way your extension service says.
      </Caution>
    )
  if (jar.hold)
    return (
      <Caution>
        <strong>Set aside: don’t eat.</strong> {holdSentence(jar.hold, hours)}{' '}
        {jar.loadId && (
          <Link to={`/stove/${jar.loadId}/record`} className="font-semibold text-kettle underline">
            Its load’s record
          </Link>
        )}
      </Caution>
    )
  return (
    <>
      {jar.process === 'unknown' && (
        <Caution className="mb-2">
          <strong>Nobody knows how this jar was processed.</strong> Eat it soon or not at all. Ask
          whoever gave it to you. If they can’t name a tested process, discard it.
        </Caution>
      )}
      {jar.process !== 'unknown' && ageOf(jar, today) !== 'best' && (
        <p className="mb-4 leading-relaxed">
          It’s past its best. Age alone doesn’t make a sound jar unsafe or a doubtful jar safe.
          Check it before you open it.
        </p>
      )}
      <LookBefore jar={jar} />
    </>
  )
}

/** What may become of a jar; `done` when something was said. */
export function JarActions({ jar, done }: { readonly jar: Jar; readonly done: () => void }) {
  const { may } = useHousehold()
  const takeJars = useTakeJars()
  const say = useSayFate()
  const loseSeal = useLoseSeal()
  const now = useMinute()
  const [lost, setLost] = useState(false)
  if (!may('helper')) return null
  const wish = { foodId: jar.foodId, jar: jar.jar, count: 1, preferred: [jar.id] }
  const take = (why: 'eaten' | 'opened' | 'given' | 'discarded'): void => {
    takeJars({ ...wish, why })
    done()
  }
  const fate = (state: Jar['state']): void => {
    say(jar, state)
    done()
  }
  const may_ = (state: Jar['state']): boolean => !whyNotFate(asDecided(jar), state, now)
  const sound = !jar.recipeId && !jar.hold
  if (jar.state !== 'on-shelf')
    return (
      <div className="mt-4 flex flex-wrap gap-2.5">
        {jar.state === 'opened' && (
          <Button look="main" onClick={() => fate('eaten')}>
            Eaten up
          </Button>
        )}
        {jar.state !== 'set-aside' && may_('on-shelf') && (
          <Button onClick={() => fate('on-shelf')}>It’s still on the shelf</Button>
        )}
        {jar.state !== 'discarded' && may_('discarded') && (
          <Button look="stop" onClick={() => fate('discarded')}>
            Throw it away
          </Button>
        )}
      </div>
    )
  return (
    <div className="mt-4 flex flex-wrap items-end gap-2.5">
      {sound && (
        <>
          <Button look="main" onClick={() => take('eaten')}>
            Take this jar
          </Button>
          <Button onClick={() => take('opened')}>Opened</Button>
          {jar.process !== 'unknown' && <Button onClick={() => take('given')}>Give it away</Button>}
        </>
      )}
      {jar.loadId && !lost && <Button onClick={() => setLost(true)}>It lost its seal…</Button>}
      {lost && (
        <Button
          look="stop"
          onClick={() => {
            loseSeal(jar)
            done()
          }}
        >
          Lost its seal, thrown away untasted
        </Button>
      )}
      <Button look="stop" onClick={() => take('discarded')}>
        Throw it away
      </Button>
      <MoveTo jars={[jar]} done={done} />
    </div>
  )
}

/** Moves jars of one kind to another shelf. */
function MoveTo({ jars, done }: { readonly jars: readonly Jar[]; readonly done: () => void }) {
  const shelves = useShelves().data ?? []
  const takeJars = useTakeJars()
  const [first] = jars
  if (!first || shelves.length === 0) return null
  return (
    <ChoiceField
      label="Move to"
      className="min-w-44"
      value=""
      choices={[
        ['', 'another shelf…'],
        ...shelves.filter((s) => s.id !== first.shelfId).map((s) => [s.id, s.name] as const),
      ]}
      onChange={(e) => {
        if (e.target.value === '') return
        takeJars({
          foodId: first.foodId,
          jar: first.jar,
          count: jars.length,
          why: 'moved',
          preferred: jars.map((j) => j.id),
          toShelfId: e.target.value,
        })
        done()
      }}
    />
  )
}
