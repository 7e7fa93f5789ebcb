import { setPageTitle } from '../../ui/title'
import { useEffect, type ReactNode } from 'react'

/** The page outside the household: a shelf of jars, and the door. */
export function Door({
  title,
  children,
}: {
  readonly title: string
  readonly children: ReactNode
}) {
  useEffect(() => {
    setPageTitle(`${title} · Kelvit`)
  }, [title])
  return (
    <main id="page" className="grid min-h-dvh lg:grid-cols-[minmax(0,1fr)_minmax(0,1.05fr)]">
      <section className="relative hidden flex-col justify-between overflow-hidden bg-strip p-12 text-on-strip lg:flex">
        <p className="flex items-center gap-3 font-head text-3xl font-bold">
          <img src="/jar.svg" alt="" width={44} height={44} /> Kelvit
        </p>
        <div>
          <p className="max-w-md font-head text-[2.1rem] leading-snug font-semibold">
            From the garden to the oldest jar on the shelf.
          </p>
          <p className="mt-4 max-w-md text-lg leading-relaxed text-on-strip-soft">
            See how many jars a harvest makes, plan your loads, run each one safely, and eat the
            oldest jar first.
          </p>
        </div>
        <ShelfDrawing />
      </section>
      <section className="flex flex-col justify-center px-6 py-10 sm:px-14">
        <div className="mx-auto w-full max-w-md">
          <p className="mb-8 flex items-center gap-2 font-head text-2xl font-bold text-kettle lg:hidden">
            <img src="/jar.svg" alt="" width={36} height={36} /> Kelvit
          </p>
          <h1 className="mb-5">{title}</h1>
          {children}
          <p className="mt-10 border-t border-rim pt-4 text-sm leading-relaxed text-ink-soft">
            Kelvit is for household use. It follows published tested processes and defers to the
            current guide of your food-safety authority, to your canner’s manual and to your
            extension service.{' '}
            <a href="/third-party-notices.txt" className="text-kettle underline">
              Licences
            </a>
          </p>
        </div>
      </section>
    </main>
  )
}

const JARS = [
  '#7f9a48',
  '#7f9a48',
  '#d8ae38',
  '#c24d2c',
  '#c24d2c',
  '#8e2f52',
  '#db8430',
  '#db8430',
  '#c9892a',
  '#4d6d47',
]

function ShelfDrawing() {
  return (
    <svg viewBox="0 0 520 110" className="w-full" aria-hidden>
      {JARS.map((tint, i) => (
        <g key={i} transform={`translate(${8 + i * 51} 14)`}>
          <rect x={9} y={0} width={26} height={9} rx={2} fill="#e4dccd" />
          <path
            d="M8 12h28c0 5 6 6 6 14v50q0 6-6 6H8q-6 0-6-6V26c0-8 6-9 6-14z"
            fill="#ffffff22"
            stroke="#fffdf8aa"
            strokeWidth={1.5}
          />
          <path d={`M3.500 ${30 + ((i * 7) % 22)} h37 V75q0 5-5 5H8.500q-5 0-5-5z`} fill={tint} />
        </g>
      ))}
      <rect x={0} y={96} width={520} height={7} fill="#c9b08a" />
    </svg>
  )
}
