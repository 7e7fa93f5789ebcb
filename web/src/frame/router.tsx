import { Component, Suspense, type ReactNode } from 'react'
import { BrowserRouter, Route, Routes, useLocation } from 'react-router'
import { sentenceOf } from '../sync/request'
import { ButtonLink } from '../ui/button'
import { Skeleton } from '../ui/states'
import { Frame } from './frame'
import { DOOR, INSIDE } from './pages'

function Sorry({ title, about }: { readonly title: string; readonly about: string }) {
  return (
    <main className="mx-auto max-w-2xl px-6 py-16">
      <h1 className="mb-3">{title}</h1>
      <p className="mb-6 text-ink-soft">{about}</p>
      <ButtonLink to="/" look="main">
        Go to Today
      </ButtonLink>
    </main>
  )
}

const Lost = () => (
  <Sorry title="This page doesn’t exist" about="The address may be old or mistyped." />
)

interface GuardProps {
  /** Another place, another try. */
  readonly place: string
  readonly children: ReactNode
}

/** A page that cannot be shown says so and offers a way on. */
class Guard extends Component<GuardProps, { readonly fault: unknown }> {
  override state = { fault: undefined }

  static getDerivedStateFromError(fault: unknown): { readonly fault: unknown } {
    return { fault: fault ?? new Error('unknown') }
  }

  override componentDidUpdate(before: GuardProps): void {
    if (before.place !== this.props.place && this.state.fault !== undefined)
      this.setState({ fault: undefined })
  }

  override render(): ReactNode {
    const { fault } = this.state
    if (fault === undefined) return this.props.children
    return <Sorry title="We can’t show this page" about={sentenceOf(fault)} />
  }
}

const Waiting = () => (
  <div className="mx-auto max-w-[1248px] px-6 pt-8">
    <Skeleton />
  </div>
)

const routesOf = (pages: typeof DOOR) =>
  pages.map(([path, { Page }]) => <Route key={path} path={path} element={<Page />} />)

function Pages() {
  const { pathname } = useLocation()
  return (
    <Guard place={pathname}>
      <Suspense fallback={<Waiting />}>
        <Routes>
          {routesOf(DOOR)}
          <Route element={<Frame />}>{routesOf(INSIDE)}</Route>
          <Route path="*" element={<Lost />} />
        </Routes>
      </Suspense>
    </Guard>
  )
}

/** Every address and the page it shows; a page's code is fetched when it is gone to. */
export const Router = () => (
  <BrowserRouter>
    <Pages />
  </BrowserRouter>
)
