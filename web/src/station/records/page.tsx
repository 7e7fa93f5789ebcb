import { ButtonLink } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Logbook } from './logbook'
import { Seals } from './seals'

/** What the loads taught: how each was judged, and how many jars sealed by what. */
export function Page() {
  return (
    <Sheet
      question="What did we learn?"
      aside="every load, and what its lids say"
      actions={
        <>
          <ButtonLink to="/records/files">Files</ButtonLink>
          <ButtonLink to="/records/next">Next season</ButtonLink>
          <ButtonLink to="/records/year" look="main">
            The year
          </ButtonLink>
        </>
      }
    >
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <Logbook />
        <Seals />
      </div>
    </Sheet>
  )
}
