import {
  createContext,
  lazy,
  Suspense,
  useCallback,
  useContext,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react'
import { Loose, Part } from './part'
import type { Notice } from './toasts'

interface Notify {
  /** Says what was done, with a way back. */
  readonly done: (text: string, undo?: () => void) => void
  readonly trouble: (text: string) => void
}

const Context = createContext<Notify>({ done: () => undefined, trouble: () => undefined })
export const useNotify = (): Notify => useContext(Context)

/** Most that stand there at once; older ones make room. */
const MOST = 3

/** What shows them is fetched with the first thing that there is to say. */
const Toasts = lazy(() => import('./toasts').then((m) => ({ default: m.Toasts })))

/** Hands down how to say what was done. */
export function Notices({ children }: { readonly children: ReactNode }) {
  const [notices, setNotices] = useState<readonly Notice[]>([])
  const [wanted, setWanted] = useState(false)
  const next = useRef(1)
  const drop = useCallback((id: number) => setNotices((all) => all.filter((n) => n.id !== id)), [])
  const notify = useMemo((): Notify => {
    const add = (text: string, bad: boolean, undo?: () => void): void => {
      const id = next.current++
      setWanted(true)
      setNotices((all) => [...all.slice(1 - MOST), { id, text, bad, undo }])
    }
    return { done: (text, undo) => add(text, false, undo), trouble: (text) => add(text, true) }
  }, [])
  return (
    <Context value={notify}>
      {children}
      <Part otherwise={<Loose>{notices.at(-1)?.text}</Loose>}>
        <Suspense>{wanted && <Toasts notices={notices} drop={drop} />}</Suspense>
      </Part>
    </Context>
  )
}
