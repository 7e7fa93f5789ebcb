import { type Role } from '@kelvit/core'
// A part of a page under everything it stands on: session, lists, notices, router.
import type { Household, LoadWithEvents } from '@kelvit/contract'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, configure, render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { MemoryRouter } from 'react-router'
import { afterEach, beforeEach, vi } from 'vitest'
import { SignedIn } from '../src/household/session'
import { Notices } from '../src/ui/notice'
import { household } from './kit'

const MEMBER = {
  id: 'm1',
  name: 'Wren',
  signInName: 'wren',
  role: 'keeper',
  version: 1,
} as const

// A machine that is busy with ten other things is slower, not wrong.
configure({ asyncUtilTimeout: 15_000 })

/** What jsdom lacks, and nobody to answer; swept up after each test. */
export function stage(): void {
  beforeEach(() => {
    vi.stubGlobal('fetch', () => new Promise(() => undefined))
    vi.stubGlobal(
      'ResizeObserver',
      class {
        observe() {}
        unobserve() {}
        disconnect() {}
      },
    )
  })
  afterEach(() => {
    cleanup()
    vi.unstubAllGlobals()
    vi.useRealTimers()
  })
}

interface Props {
  readonly lists?: Readonly<Record<string, unknown>>
  /** What else was read, under keys of more than a word. */
  readonly reads?: readonly (readonly [key: readonly string[], what: unknown])[]
  readonly role?: Role
  readonly at?: string
  /** Another household than the usual one. */
  readonly house?: Household
}

/** Shows a part with lists as if they had been read; gives the client that holds them. */
export function show(
  part: ReactNode,
  { lists = {}, reads = [], role = 'keeper', at = '/', house = household }: Props = {},
) {
  const client = new QueryClient({
    defaultOptions: { queries: { staleTime: Infinity, retry: false } },
  })
  client.setQueryData<readonly LoadWithEvents[]>(['loads'], [])
  client.setQueryData(['members'], [MEMBER, { ...MEMBER, id: 'm2', name: 'Alder' }])
  for (const [key, rows] of Object.entries(lists)) client.setQueryData([key], rows)
  for (const [key, what] of reads) client.setQueryData(key, what)
  const wrapped = (inner: ReactNode) => (
    <MemoryRouter initialEntries={[at]}>
      <SignedIn value={{ member: { ...MEMBER, role }, household: house }}>
        <QueryClientProvider client={client}>
          <Notices>{inner}</Notices>
        </QueryClientProvider>
      </SignedIn>
    </MemoryRouter>
  )
  const { rerender, container } = render(wrapped(part))
  return { client, container, again: (inner: ReactNode) => rerender(wrapped(inner)) }
}
