import {
  boilBeforeTasting,
  DOUBTFUL_SOURCE,
  DOUBTFUL_STEPS,
  LOOK_BEFORE,
  openedDays,
  type OpenedJar,
} from '@kelvit/core'
import { useHousehold } from '../../household/session'
import { Caution } from '../../ui/panel'

/** How long an opened jar keeps, as people say it. */
const fridgeWords = (jar: OpenedJar): string => {
  const days = openedDays(jar)
  return days === 4 ? '3–4 days' : `5–${days} days`
}

/** The look before the taste, and below it what to do with a jar that fails. */
export const LookBefore = ({ jar }: { readonly jar: OpenedJar }) => (
  <>
    <LookFirst jar={jar} />
    <Doubtful />
  </>
)

/** The look before the taste: short, and always in the same place. */
export function LookFirst({ jar }: { readonly jar: OpenedJar }) {
  const { household } = useHousehold()
  return (
    <Caution>
      Look first: the lid is dished, nothing leaks, and there’s no mold or cloud. Nothing spurts
      when you open it. Smell last, and never taste a doubtful jar. Boil it{' '}
      {boilBeforeTasting(household.altitudeFt)} minutes before tasting. Opened, it keeps{' '}
      {fridgeWords(jar)} in the fridge.
    </Caution>
  )
}

/** What to check one by one, and what to do with a jar that fails. */
export function Doubtful({ open = false }: { readonly open?: boolean }) {
  return (
    <details open={open} className="mt-2">
      <summary className="min-h-11 cursor-pointer content-center font-semibold text-kettle">
        How to look, and what to do with a doubtful jar
      </summary>
      <div className="flex flex-col gap-2 pb-2 text-[15px] leading-relaxed">
        <ol className="list-decimal pl-6">
          {LOOK_BEFORE.map((point) => (
            <li key={point}>{point}</li>
          ))}
        </ol>
        <p className="font-semibold">If one point fails or you aren’t sure, don’t eat it.</p>
        <p>{DOUBTFUL_STEPS.closed}</p>
        <p>{DOUBTFUL_STEPS.open}</p>
        <p>{DOUBTFUL_STEPS.wash}</p>
        <p className="font-semibold text-beet">{DOUBTFUL_STEPS.person}</p>
        <p className="text-sm text-ink-soft">
          After the {DOUBTFUL_SOURCE}. Your food-safety authority’s current guide comes first.
        </p>
      </div>
    </details>
  )
}
