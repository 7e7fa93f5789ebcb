import { paths } from '@kelvit/contract'
import { leastOpenMinutes } from '@kelvit/core'
import { useSave } from '../sync/changes'
import { Stepper } from '../ui/stepper'
import { useHousehold } from './session'

/** Minutes by food that a household keeps, and how one of them is changed. */
function useFoodMinutes(key: 'foodMinutes' | 'foodOpenMinutes', food: string) {
  const { household, may } = useHousehold()
  const { settings, version } = household
  const save = useSave('session')
  const set = (minutes: number | undefined): void => {
    const { [food]: _, ...others } = settings[key]
    const next = minutes === undefined ? others : { ...others, [food]: minutes }
    save.mutate({
      method: 'PATCH',
      path: paths.household,
      body: { version, settings: { ...settings, [key]: next } },
    })
  }
  return { value: settings[key][food], set, settings, may: may('keeper') }
}

/** Minutes that this household adds for one food or one mixed jar: longer than tested, never shorter. */
export function MoreMinutes({ food, name }: { readonly food: string; readonly name: string }) {
  const { value = 0, set, may } = useFoodMinutes('foodMinutes', food)
  if (!may && value === 0) return null
  return (
    <div className="mt-4 border-t border-rim pt-4">
      <Stepper
        label={`Minutes we add to ${name}`}
        value={value}
        min={0}
        max={60}
        onChange={(minutes) => set(minutes > 0 ? minutes : undefined)}
      />
      <p className="mt-1 text-[15px] text-ink-soft">
        Does your tested book say longer? Add the difference. The tested time never gets shorter.
      </p>
    </div>
  )
}

/** How long jars of one food wait in the open canner, where that isn't as for the others. */
export function FoodOpenWait({ food, name }: { readonly food: string; readonly name: string }) {
  const { value, set, settings, may } = useFoodMinutes('foodOpenMinutes', food)
  if (!may) return null
  const least = leastOpenMinutes(food)
  const usual = Math.max(least, settings.openMinutes)
  return (
    <div className="mt-4">
      <Stepper
        label={`Minutes to leave ${name} in the open canner`}
        value={Math.max(least, value ?? usual)}
        min={least}
        max={30}
        onChange={(minutes) => set(minutes === usual ? undefined : minutes)}
      />
    </div>
  )
}
