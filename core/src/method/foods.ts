import { others } from './data/others'
import { refusedFoods } from './data/refused'
import { roots } from './data/roots'
import { tomatoes } from './data/tomatoes'
import { vegetables } from './data/vegetables'
import type { Food, FoodForm, RefusedFood } from './data/types'

/** Every food with a tested process, in the order a cook would look for it. */
export const foods: readonly Food[] = [...vegetables, ...roots, ...tomatoes, ...others]

const foodById = new Map(foods.map((f) => [f.id, f]))
const formById = new Map(
  foods.flatMap((food) => food.forms.map((form) => [form.id, { food, form }] as const)),
)
const refusedById = new Map(refusedFoods.map((r) => [r.id, r]))

export const foodOf = (id: string): Food | undefined => foodById.get(id)
export const formOf = (id: string): { food: Food; form: FoodForm } | undefined => formById.get(id)
export const refusedOf = (id: string): RefusedFood | undefined => refusedById.get(id)
/** What people call foods whose table name is long or turned round. */
const CALLED: Readonly<Record<string, string>> = {
  'Beans or peas, dried': 'Dried beans',
  'Peas, green': 'Green peas',
  'Potatoes, white': 'Potatoes',
  'Winter squash and pumpkin': 'Winter squash',
  'Spinach and other greens': 'Greens',
  'Turnips and parsnips': 'Turnips',
  'Peanuts, green, in the shell': 'Green peanuts',
  'Vegetable, bean, pea, meat or poultry soup': 'Soup',
  'Chicken, turkey or rabbit': 'Poultry',
  'Beef, pork, lamb or venison': 'Meat',
  'Meat or poultry stock': 'Stock',
}

/** A food's name as people say it, without the part after a comma. */
export const shortName = (food: { readonly name: string }): string =>
  CALLED[food.name] ?? food.name.split(',')[0] ?? food.name
/** The name inside a sentence: lower case first letter. */
export const saidName = (food: { readonly name: string }): string => {
  const short = shortName(food)
  return short.charAt(0).toLowerCase() + short.slice(1)
}
