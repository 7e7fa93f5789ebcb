import type { JarOf } from '@kelvit/core'
import type { JarSize } from '@kelvit/core/words'
import { JAR_SIZES } from '@kelvit/core/words'
import Joi from 'joi'
import { paths } from './paths'
import { jarSchema } from './pantry'
import { route, rowRoutes } from './route'
import {
  changed,
  id,
  line,
  listOf,
  oneOf,
  plainDate,
  said,
  shape,
  tableId,
  version,
  words,
} from './shape'

/** "Checked against my copy": a member held a form's figures against a printed guide. */
export interface ProcessCheck {
  readonly id: string
  readonly formId: string
  readonly edition: string
  readonly checkedOn: string
  readonly checkedBy: string
  readonly version: number
}
type NewProcessCheck = Pick<ProcessCheck, 'formId' | 'edition'>
const check = { formId: tableId, edition: line(200).min(3) }
export const processCheckRows = rowRoutes<ProcessCheck, NewProcessCheck, NewProcessCheck>({
  path: paths.processChecks,
  name: 'a check against a printed guide',
  names: 'checks against a printed guide',
  row: shape<ProcessCheck>({ ...check, checkedOn: plainDate, checkedBy: said, id, version }),
  create: shape<NewProcessCheck>(check),
  write: 'helper',
  removable: true,
})

/** Several things in one jar, under the household's own name. */
export interface MixedJarRow extends Omit<JarOf, 'name'> {
  readonly id: string
  readonly name: string
  readonly version: number
}
type MixedJarFields = Omit<MixedJarRow, 'id' | 'version'>
const mixed = {
  name: line(50).min(1),
  ingredients: listOf<string>(line(60).min(1)).min(1).max(20),
  solidsPercent: Joi.number().min(0).max(100).allow(null),
  rehydrated: Joi.boolean().allow(null),
}
export const mixedJarRows = rowRoutes<MixedJarRow, MixedJarFields, MixedJarFields>({
  path: paths.mixedJars,
  name: 'a mixed jar',
  names: 'mixed jars',
  row: shape<MixedJarRow>({ ...mixed, id, version }),
  create: shape<MixedJarFields>(mixed),
  patch: changed<MixedJarFields>(mixed),
  write: 'helper',
  removable: true,
})

/** An untested family recipe: on record, never planned. */
export interface Recipe {
  readonly id: string
  readonly name: string
  readonly done: string
  readonly version: number
}
type RecipeFields = Pick<Recipe, 'name' | 'done'>
const recipe = {
  name: line(80).min(1),
  done: words(4000).invalid('').messages({ 'any.invalid': 'Say how it is done.' }),
}
export const recipeRows = rowRoutes<Recipe, RecipeFields, RecipeFields>({
  path: paths.recipes,
  name: 'an untested recipe',
  names: 'untested recipes',
  row: shape<Recipe>({ ...recipe, id, version }),
  create: shape<RecipeFields>(recipe),
  patch: changed<RecipeFields>(recipe),
  write: 'helper',
})

export interface RecipeJars {
  readonly ids: readonly string[]
  readonly jar: JarSize
  readonly cannedOn: string
}
export const recipeApi = {
  jars: route({
    method: 'post',
    path: `${paths.recipes}/:id/jars`,
    summary: 'Put an untested recipe’s jars on record',
    least: 'helper',
    body: shape<RecipeJars>({
      ids: listOf<string>(id).min(1).max(100).unique(),
      jar: oneOf(JAR_SIZES),
      cannedOn: plainDate,
    }),
    answer: listOf(jarSchema),
    status: 201,
  }),
}
