import { saidName } from '../method/foods'
import { countJars } from '../method/jar-size'
import type { Food, FoodForm } from '../method/data/types'
import { kitchenNumber, showWeight } from '../quantity/format'
import { pounds } from '../quantity/units'
import type { Certainty, JarSize, UnitSystem } from '../words'
import type { YieldBelief } from './estimate'
import { wantedFor } from './wanted'

/**
 * What jars take, said: "For 7 quarts of sweet corn, plan on 37 lb: about 57 ears.", rounded up.
 * @param certainty how sure to be that it is enough.
 */
export function wantedLine(
  q: { readonly jars: number; readonly jar: JarSize; readonly food: Food; readonly form: FoodForm },
  belief: YieldBelief,
  certainty: Certainty,
  units: UnitSystem,
): string {
  const { lb, containers, rowFt } = wantedFor(q.jars, q.jar, belief, certainty, q.food, q.form)
  const piece = q.food.piece
  const counted = [
    ...(piece ? [`${Math.ceil(lb / piece.lb)} ${piece.name}s`] : []),
    ...(containers ? [`${kitchenNumber(Math.ceil(containers.count * 4) / 4)} ${containers.name}${containers.count > 1 ? 's' : ''}`] : []),
    ...(rowFt && units === 'us' ? [`${Math.ceil(rowFt)} feet of row`] : []),
  ] // prettier-ignore
  const about = counted.length > 0 ? `, about ${counted.join(' or ')}` : ''
  return `For ${countJars(q.jars, q.jar)} of ${saidName(q.food)}, plan on ${showWeight(pounds(Math.ceil(lb)), units)}${about}. That’s enough ${Math.round(certainty * 100)} times in 100.`
}
