export { EDITION } from './data/sources'
export { REFUSED_SOURCE, refusedFoods } from './data/refused'
export { STANDARD_BANDS } from './data/bands'
export { findFood, normalise, searchFoods, type Found } from './find'
export { findSpoken } from './spoken'
export { foodOf, foods, formOf, refusedOf, saidName, shortName } from './foods'
export { countJars, jarName, jarSizeOf, quartsOf } from './jar-size'
export { lookUpProcess, optionsAt, rulesOf } from './lookup'
export { doorLines, type DoorLine } from './door'
export { mixedLoad, type MixedLoad } from './mixed-load'
export { SCHOOLS, type School } from './schools'
export { packingOf, packingSteps } from './packing'
export { mixedJar } from './mixed-jar'
export { needsContents, verdictOf, type JarQuery } from './jar-of'
export { portionFood, saidFood, shortFood } from './food-name'
export { foodIdOf, mixedName, mixedNameOf, type JarOf } from './mixed-name'
export type {
  IngredientVerdict,
  JarLayer,
  MixedJarAnswer,
  MixedJarQuery,
  MixedJarRefusal,
} from './mixed-jar-answer'
export type {
  Food,
  FoodForm,
  HouseholdRules,
  PackMethod,
  Process,
  ProcessAnswer,
  ProcessQuery,
  Refusal,
  RefusedFood,
} from './data/types'
