import { X } from 'lucide-react'
import {
  createContext,
  useCallback,
  useContext,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react'
import { Button } from './button'

interface Notice {
  readonly id: number
  readonly text: string
  readonly undo?: (() => void) | undefined
  readonly bad: boolean
}
interface Notify {
  /** Says what was done, with a way back. */
  readonly done: (text: string, undo?: () => void) => void
  readonly trouble: (text: string) => void
}

const Context = createContext<Notify>({ done: () => undefined, trouble: () => undefined })
export const useNotify = (): Notify => useContext(Context)

const SHOW_MS = 9000

/** Short words at the foot of the page, with undo; read out politely. */
export function Notices({ children }: { readonly children: ReactNode }) {
  const [notices, setNotices] = useState<readonly Notice[]>([])
  const next = useRef(1)
  const drop = useCallback((id: number) => setNotices((all) => all.filter((n) => n.id !== id)), [])
  const notify = useMemo((): Notify => {
    const add = (text: string, bad: boolean, undo?: () => void): void => {
      const id = next.current++
      setNotices((all) => [...all.slice(-2), { id, text, bad, undo }])
      window.setTimeout(() => drop(id), SHOW_MS)
    }
    return { done: (text, undo) => add(text, false, undo), trouble: (text) => add(text, true) }
  }, [drop])
  return (
    <Context value={notify}>
      {children}
      <div
        aria-live="polite"
        role="status"
        className="no-print pointer-events-none fixed inset-x-4 bottom-20 z-40 flex flex-col items-center gap-2 md:bottom-6"
      >
        {notices.map((n) => (
          <div
            key={n.id}
            className={`pointer-events-auto flex max-w-xl items-center gap-3 rounded-md border border-t-[3px] border-rim bg-crock py-1.5 pr-1.5 pl-4 shadow-lg ${n.bad ? 'border-t-beet' : 'border-t-brine'}`}
          >
            <span>{n.text}</span>
            {n.undo && (
              <Button
                size="small"
                onClick={() => {
                  n.undo?.()
                  drop(n.id)
                }}
              >
                Undo
              </Button>
            )}
            <Button look="quiet" size="small" aria-label="Close" onClick={() => drop(n.id)}>
              <X size={18} aria-hidden />
            </Button>
          </div>
        ))}
      </div>
    </Context>
  )
}
