import { Component, lazy, Suspense, type ComponentType, type ReactNode } from 'react'
import { BrowserRouter, Route, Routes, useLocation } from 'react-router'
import { sentenceOf } from '../sync/request'
import { ButtonLink } from '../ui/button'
import { Skeleton } from '../ui/states'
import { Frame } from './frame'

const page = (load: () => Promise<{ Page: ComponentType }>): ComponentType =>
  lazy(async () => ({ default: (await load()).Page }))

/** Pages before anybody signed in. */
const DOOR: readonly (readonly [path: string, Page: ComponentType])[] = [
  ['/sign-in', page(() => import('../station/account/sign-in'))],
  ['/start', page(() => import('../station/account/make-household'))],
  ['/join/:token', page(() => import('../station/account/join'))],
]

/** Pages of the household, inside the frame. */
const INSIDE: readonly (readonly [path: string, Page: ComponentType])[] = [
  ['/', page(() => import('../station/today/page'))],
  ['/harvest', page(() => import('../station/harvest/page'))],
  ['/harvest/yields', page(() => import('../station/harvest/yields-page'))],
  ['/harvest/lot/:id', page(() => import('../station/harvest/lot-page'))],
  ['/harvest/measures', page(() => import('../station/harvest/measures-page'))],
  ['/stove', page(() => import('../station/stove/page'))],
  ['/stove/plan', page(() => import('../station/stove/plan-page'))],
  ['/stove/:id', page(() => import('../station/stove/page'))],
  ['/stove/:id/record', page(() => import('../station/stove/record-page'))],
  ['/pantry', page(() => import('../station/pantry/page'))],
  ['/pantry/jar/:id', page(() => import('../station/pantry/jar-page'))],
  [
    '/j/:code',
    page(() => import('../station/pantry/jar-page').then((m) => ({ Page: m.CodePage }))),
  ],
  ['/pantry/foods', page(() => import('../station/pantry/foods-page'))],
  ['/pantry/food/:food', page(() => import('../station/pantry/food-page'))],
  ['/pantry/labels', page(() => import('../station/pantry/labels-page'))],
  ['/pantry/shelves', page(() => import('../station/pantry/shelves-page'))],
  ['/pantry/scan', page(() => import('../station/pantry/scan-page'))],
  ['/pantry/count', page(() => import('../station/pantry/count-page'))],
  ['/household', page(() => import('../station/household/page'))],
  ['/needs', page(() => import('../station/needs/page'))],
  ['/season', page(() => import('../station/season/plan/page'))],
  ['/season/hours', page(() => import('../station/season/hours/page'))],
  ['/season/what-if', page(() => import('../station/season/what-if/page'))],
  ['/season/day/:date', page(() => import('../station/season/day/page'))],
  ['/methods', page(() => import('../station/methods/page'))],
  ['/methods/ways', page(() => import('../station/methods/ways-page'))],
  ['/methods/jar', page(() => import('../station/methods/mixed-jar-page'))],
  ['/methods/recipes', page(() => import('../station/methods/recipes-page'))],
  ['/methods/:form', page(() => import('../station/methods/form-page'))],
  ['/gear', page(() => import('../station/gear/page'))],
  ['/gear/recall/:id', page(() => import('../station/gear/recall-page'))],
  ['/records', page(() => import('../station/records/page'))],
  ['/records/year', page(() => import('../station/records/year-page'))],
  ['/records/year/:year', page(() => import('../station/records/year-page'))],
  ['/records/files', page(() => import('../station/records/files-page'))],
  ['/records/next', page(() => import('../station/records/next-page'))],
  ['/practice', page(() => import('../station/practice/page'))],
]

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
  <Sorry title="There is no such page" about="The address may be old or mistyped." />
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
    return <Sorry title="This page cannot be shown" about={sentenceOf(fault)} />
  }
}

const Waiting = () => (
  <div className="mx-auto max-w-[1248px] px-6 pt-8">
    <Skeleton />
  </div>
)

const routesOf = (pages: typeof DOOR) =>
  pages.map(([path, Page]) => <Route key={path} path={path} element={<Page />} />)

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
