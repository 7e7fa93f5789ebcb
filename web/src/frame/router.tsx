import {
  createBrowserRouter,
  isRouteErrorResponse,
  useRouteError,
  type RouteObject,
} from 'react-router'
import { sentenceOf } from '../sync/request'
import { ButtonLink } from '../ui/button'
import { Skeleton } from '../ui/states'
import { Frame } from './frame'

const lazyPage = (
  path: string,
  load: () => Promise<{ Page: React.ComponentType }>,
): RouteObject => ({
  path,
  lazy: async () => ({ Component: (await load()).Page }),
})

/** A page that cannot be shown says so and offers a way on. */
function Broken() {
  const error = useRouteError()
  const lost = isRouteErrorResponse(error) && error.status === 404
  return (
    <main className="mx-auto max-w-2xl px-6 py-16">
      <h1 className="mb-3">{lost ? 'There is no such page' : 'This page cannot be shown'}</h1>
      <p className="mb-6 text-ink-soft">
        {lost ? 'The address may be old or mistyped.' : sentenceOf(error)}
      </p>
      <ButtonLink to="/" look="main">
        Go to Today
      </ButtonLink>
    </main>
  )
}

const Waiting = () => (
  <div className="mx-auto max-w-[1248px] px-6 pt-8">
    <Skeleton />
  </div>
)

export const router = createBrowserRouter([
  {
    ErrorBoundary: Broken,
    HydrateFallback: Waiting,
    children: [
      lazyPage('/sign-in', () => import('../station/account/sign-in')),
      lazyPage('/start', () => import('../station/account/make-household')),
      lazyPage('/join/:token', () => import('../station/account/join')),
      {
        Component: Frame,
        children: [
          lazyPage('/', () => import('../station/today/page')),
          lazyPage('/harvest', () => import('../station/harvest/page')),
          lazyPage('/harvest/yields', () => import('../station/harvest/yields-page')),
          lazyPage('/harvest/lot/:id', () => import('../station/harvest/lot-page')),
          lazyPage('/harvest/measures', () => import('../station/harvest/measures-page')),
          lazyPage('/stove', () => import('../station/stove/page')),
          lazyPage('/stove/plan', () => import('../station/stove/plan-page')),
          lazyPage('/stove/:id', () => import('../station/stove/page')),
          lazyPage('/stove/:id/record', () => import('../station/stove/record-page')),
          lazyPage('/pantry', () => import('../station/pantry/page')),
          lazyPage('/pantry/jar/:id', () => import('../station/pantry/jar-page')),
          lazyPage('/j/:code', () =>
            import('../station/pantry/jar-page').then((m) => ({ Page: m.CodePage })),
          ),
          lazyPage('/pantry/foods', () => import('../station/pantry/foods-page')),
          lazyPage('/pantry/food/:food', () => import('../station/pantry/food-page')),
          lazyPage('/pantry/labels', () => import('../station/pantry/labels-page')),
          lazyPage('/pantry/shelves', () => import('../station/pantry/shelves-page')),
          lazyPage('/pantry/scan', () => import('../station/pantry/scan-page')),
          lazyPage('/pantry/count', () => import('../station/pantry/count-page')),
          lazyPage('/household', () => import('../station/household/page')),
          lazyPage('/needs', () => import('../station/needs/page')),
          lazyPage('/season', () => import('../station/season/plan/page')),
          lazyPage('/season/hours', () => import('../station/season/hours/page')),
          lazyPage('/season/what-if', () => import('../station/season/what-if/page')),
          lazyPage('/season/day/:date', () => import('../station/season/day/page')),
          lazyPage('/methods', () => import('../station/methods/page')),
          lazyPage('/methods/ways', () => import('../station/methods/ways-page')),
          lazyPage('/methods/jar', () => import('../station/methods/mixed-jar-page')),
          lazyPage('/methods/recipes', () => import('../station/methods/recipes-page')),
          lazyPage('/methods/:form', () => import('../station/methods/form-page')),
          lazyPage('/gear', () => import('../station/gear/page')),
          lazyPage('/gear/recall/:id', () => import('../station/gear/recall-page')),
          lazyPage('/records', () => import('../station/records/page')),
          lazyPage('/practice', () => import('../station/practice/page')),
        ],
      },
    ],
  },
])
