import { useEffect, type ReactNode } from 'react'
import { useAsk } from './ask'
import { setPageTitle } from './title'

interface PageProps {
  /** The question the page answers. */
  readonly question: string
  readonly aside?: ReactNode
  /** The page speaks for itself: the heading is only for those who cannot see it. */
  readonly bare?: boolean
  readonly actions?: ReactNode
  readonly children: ReactNode
}

/** One page, one question: its heading, a line beside it, the main action at the right. */
export function Page({ question, aside, bare, actions, children }: PageProps) {
  const ask = useAsk()
  useEffect(() => {
    setPageTitle(`${question} · Kelvit`)
  }, [question])
  return (
    <main
      id="page"
      tabIndex={-1}
      className="mx-auto w-full max-w-[1248px] px-4 pt-5 pb-28 outline-none sm:px-6 md:pb-12"
    >
      {bare ? (
        <h1 className="sr-only">{question}</h1>
      ) : (
        <header className="mb-4 flex flex-wrap items-center justify-between gap-x-6 gap-y-3">
          <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
            <div className="flex items-center gap-x-4">
              <h1>{question}</h1>
              {ask && (
                <button
                  type="button"
                  onClick={ask}
                  aria-label="Questions that belong here"
                  title="Questions that belong here"
                  className="no-print -mx-2 grid size-11 shrink-0 place-items-center"
                >
                  <span
                    aria-hidden
                    className="grid size-7 place-items-center rounded-full border-[1.5px] border-rim font-semibold text-kettle hover:bg-kettle/10"
                  >
                    ?
                  </span>
                </button>
              )}
            </div>
            {aside && <p className="text-ink-soft">{aside}</p>}
          </div>
          {actions && <div className="no-print flex flex-wrap gap-2.5">{actions}</div>}
        </header>
      )}
      {children}
    </main>
  )
}
