import { Page as Sheet } from '../../ui/page'
import { Devices } from './devices'
import { Kitchen } from './kitchen'
import { Members } from './members'
import { Programs } from './programs'
import { Self } from './self'

export function Page() {
  return (
    <Sheet question="Who lives here?" aside="the household, its kitchen and its members">
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-2">
        <Kitchen />
        <div className="flex flex-col gap-5">
          <Members />
          <Devices />
          <Self />
          <Programs />
        </div>
      </div>
    </Sheet>
  )
}
