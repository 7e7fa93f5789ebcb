import { lazy, Suspense } from 'react'

const AnswersHere = lazy(() => import('./answers-here').then((m) => ({ default: m.AnswersHere })))

/** Short answers where their question arises; their texts are only fetched when the page is there. */
export const WhyHere = ({ ids }: { readonly ids: readonly string[] }) => (
  <Suspense>
    <AnswersHere ids={ids} />
  </Suspense>
)
