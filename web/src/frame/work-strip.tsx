import { createContext, lazy, Suspense, useContext, useState, type ReactNode } from 'react'
import { Link, NavLink } from 'react-router'
import { cx } from '../ui/cx'
import { useFacts } from '../household/facts'
import { sideDoors, stations } from './places'
import { useHousehold } from '../household/session'
import { CORNER, CornerName, type MenuActions } from './corner'

/** The work strip: stations in the order of the work, each with its one live fact; then the side doors. */
export function WorkStrip({
  onFinder,
  onKeys,
  onSignOut,
}: {
  readonly onFinder: () => void
  readonly onKeys: () => void
  readonly onSignOut: () => void
}) {
  return (
    <header className="no-print sticky top-0 z-30 border-b-4 border-strip-edge bg-strip text-on-strip">
      <a
        href="#page"
        className="sr-only focus:not-sr-only focus:absolute focus:top-1 focus:left-1 focus:bg-crock focus:p-2 focus:text-ink"
      >
        Go to the page
      </a>
      <div className="mx-auto flex h-16 max-w-[1300px] items-stretch gap-2 px-4 lg:px-6">
        <Link
          to="/"
          className="mr-4 flex items-center gap-2 font-head text-[1.45rem] font-bold text-on-strip no-underline"
        >
          <img src="/jar.svg" alt="" width={32} height={32} />
          Kelvit
        </Link>
        <nav aria-label="Stations" className="hidden min-w-0 items-end md:flex">
          <StationTabs />
        </nav>
        <nav aria-label="Side doors" className="ml-auto hidden items-center gap-0.5 lg:flex">
          {sideDoors.map((d) => (
            <NavLink
              key={d.path}
              to={d.path}
              className={({ isActive }) =>
                cx(
                  'flex min-h-11 items-center rounded px-2.5 text-[15px] text-on-strip no-underline hover:bg-white/10',
                  isActive && 'bg-white/15 font-semibold',
                )
              }
            >
              {d.name}
            </NavLink>
          ))}
        </nav>
        <MenuCorner onFinder={onFinder} onKeys={onKeys} onSignOut={onSignOut} />
      </div>
    </header>
  )
}

/** A station, its name over its one live fact; `looks` are those of the link, of the name and of the fact. */
function StationLink({
  to,
  name,
  fact,
  narrow,
  looks,
}: {
  readonly to: string
  readonly name: string
  readonly fact: ReturnType<typeof useFacts>[string]
  readonly narrow?: true
  readonly looks: { readonly link: string; readonly name: string; readonly fact: string }
}) {
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        cx(
          'flex flex-col justify-center leading-tight no-underline',
          looks.link,
          isActive ? 'bg-enamel text-ink' : 'text-on-strip hover:bg-white/10',
        )
      }
    >
      {({ isActive }) => (
        <>
          <span className={cx('font-head font-semibold', looks.name)}>{name}</span>
          <span className={cx('tabular', looks.fact, factColour(isActive, fact?.hot))}>
            {(narrow && fact?.short) ?? fact?.text ?? '\u00a0'}
          </span>
        </>
      )}
    </NavLink>
  )
}

const factColour = (isActive: boolean, hot: boolean | undefined): string => {
  if (isActive) return hot ? 'text-brass' : 'text-ink-soft'
  return hot ? 'text-on-strip-hot' : 'text-on-strip-soft'
}

const TAB = {
  link: 'h-[3.6rem] min-w-20 rounded-t-lg px-4',
  name: 'text-[17px]',
  fact: 'max-w-full truncate text-[13.5px]',
}
const FOOT = {
  link: 'min-h-15 min-w-0 flex-1 items-center px-1.5',
  name: 'text-[15px]',
  fact: 'max-w-full truncate text-[11.5px]',
}

const Facts = createContext<ReturnType<typeof useFacts>>({})

/** Works out the stations' facts once, for the strip above and the one at the foot. */
export function StationFacts({ children }: { readonly children: ReactNode }) {
  return <Facts value={useFacts()}>{children}</Facts>
}

function StationTabs() {
  const facts = useContext(Facts)
  return stations.map((s) => (
    <StationLink key={s.path} to={s.path} name={s.name} fact={facts[s.path]} looks={TAB} />
  ))
}

const HouseholdMenu = lazy(() =>
  import('./household-menu').then((m) => ({ default: m.HouseholdMenu })),
)

/** The menu's code is only fetched when somebody reaches for it. */
function MenuCorner(actions: MenuActions) {
  const { household } = useHousehold()
  const [wanted, setWanted] = useState(false)
  const corner = (
    <button type="button" aria-haspopup="menu" className={CORNER} onClick={() => setWanted(true)}>
      <CornerName name={household.name} />
    </button>
  )
  return wanted ? (
    <Suspense fallback={corner}>
      <HouseholdMenu {...actions} />
    </Suspense>
  ) : (
    corner
  )
}

/** On a phone the stations sit at the foot, in reach of a thumb. */
export function FootStrip() {
  const facts = useContext(Facts)
  return (
    <nav
      aria-label="Stations"
      className="no-print fixed inset-x-0 bottom-0 z-30 flex border-t-4 border-strip-edge bg-strip pb-[env(safe-area-inset-bottom)] md:hidden"
    >
      {stations.map((s) => (
        <StationLink
          key={s.path}
          to={s.path}
          name={s.name}
          fact={facts[s.path]}
          narrow
          looks={FOOT}
        />
      ))}
    </nav>
  )
}
