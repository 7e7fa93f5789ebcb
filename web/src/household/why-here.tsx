import { lazy, Suspense } from 'react'

const AnswersHere = lazy(() => import('./answers-here').then((m) => ({ default: m.AnswersHere })))

/** One question is so high while it is folded, rem: its room is kept, so that nothing below it moves. */
const QUESTION_REM = 2.25

/** Short answers where their question arises; their texts are only fetched when the page is there. */
export const WhyHere = ({ ids }: { readonly ids: readonly string[] }) => (
  <Suspense fallback={<div style={{ height: `${ids.length * QUESTION_REM}rem` }} />}>
    <AnswersHere ids={ids} />
  </Suspense>
)
