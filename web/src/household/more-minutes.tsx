import { paths } from '@kelvit/contract'
import { useSave } from '../sync/changes'
import { Stepper } from '../ui/stepper'
import { useHousehold } from './session'

/** Minutes that this household adds for one food or one mixed jar: longer than tested, never shorter. */
export function MoreMinutes({ food, name }: { readonly food: string; readonly name: string }) {
  const { household, may } = useHousehold()
  const { settings, version } = household
  const save = useSave('session')
  const added = settings.foodMinutes[food] ?? 0
  if (!may('keeper') && added === 0) return null
  const change = (minutes: number): void => {
    const { [food]: _, ...others } = settings.foodMinutes
    const foodMinutes = minutes > 0 ? { ...others, [food]: minutes } : others
    save.mutate({
      method: 'PATCH',
      path: paths.household,
      body: { version, settings: { ...settings, foodMinutes } },
    })
  }
  return (
    <div className="mt-4 border-t border-rim pt-4">
      <Stepper
        label={`Minutes we add to ${name}`}
        value={added}
        min={0}
        max={60}
        onChange={change}
      />
      <p className="mt-1 text-[15px] text-ink-soft">
        Does your tested book say longer? Add the difference. The tested time never gets shorter.
      </p>
    </div>
  )
}
