import { createElement, lazy, useState, type ComponentType } from 'react'
import { matchPath } from 'react-router'

/** A page whose code is fetched when it is gone to, or before. */
interface FarPage {
  readonly Page: ComponentType
  readonly fetch: () => Promise<unknown>
}

function page(load: () => Promise<{ Page: ComponentType }>): FarPage {
  let There: ComponentType | undefined
  const fetch = async (): Promise<{ default: ComponentType }> => {
    There = (await load()).Page
    return { default: There }
  }
  const Later = lazy(fetch)
  // One that has begun as it came later stays so: it would lose what was typed.
  const Page = () => createElement(useState(() => There ?? Later)[0])
  return { Page, fetch }
}

/** Pages before anybody signed in. */
export const DOOR: readonly (readonly [path: string, page: FarPage])[] = [
  ['/sign-in', page(() => import('../station/account/sign-in'))],
  ['/start', page(() => import('../station/account/make-household'))],
  ['/join/:token', page(() => import('../station/account/join'))],
]

/** Pages of the household, inside the frame. */
export const INSIDE: readonly (readonly [path: string, page: FarPage])[] = [
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

/** Fetches the code of the page at an address; nothing where there is none. */
export const fetchPage = (path: string): Promise<unknown> =>
  [...DOOR, ...INSIDE].find(([pattern]) => matchPath(pattern, path))?.[1].fetch() ??
  Promise.resolve()

/** Whether an address is for those who are not signed in. */
export const isDoor = (path: string): boolean =>
  DOOR.some(([pattern]) => matchPath(pattern, path) !== null)
