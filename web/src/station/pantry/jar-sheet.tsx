import type { Jar } from '@kelvit/contract'
import { countJars, shortFood, saidFood } from '@kelvit/core'
import { ButtonLink } from '../../ui/button'
import { Sheet } from '../../ui/sheet'
import { JarActions, JarCaution, JarFacts } from './jar-facts'

/** One jar over the shelf: what is known of it, and what may become of it. */
export function JarSheet({
  jar,
  onClose,
  today,
}: {
  readonly jar: Jar
  readonly onClose: () => void
  readonly today: string
}) {
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={`${shortFood(jar.foodId)}, jar ${jar.code}`}
      about={countJars(1, jar.jar)}
    >
      <JarFacts jar={jar} today={today} />
      <JarCaution jar={jar} today={today} />
      <JarActions jar={jar} done={onClose} />
      <div className="mt-3 flex flex-wrap gap-2 border-t border-rim pt-2">
        <ButtonLink to={`/pantry/jar/${jar.id}`} look="quiet" size="small">
          Everything about this jar
        </ButtonLink>
        <ButtonLink to={`/pantry/food/${jar.foodId}`} look="quiet" size="small">
          All {saidFood(jar.foodId)}
        </ButtonLink>
        <ButtonLink to={`/pantry/labels?jars=${jar.id}`} look="quiet" size="small">
          Print its label
        </ButtonLink>
      </div>
    </Sheet>
  )
}
