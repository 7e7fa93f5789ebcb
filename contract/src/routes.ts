// Every address of the API, with its schemas.
import { accountApi } from './account'
import { answersApi } from './answers'
import { archiveApi } from './archive'
import { callingApi } from './calling'
import { changesApi } from './changes'
import { countApi } from './counts'
import { gaugeRecallApi, gaugeTestRows } from './gauge-tests'
import { gaugeApi } from './gauges'
import {
  cannerRows,
  containerRows,
  cropWordRows,
  jarGroupRows,
  lidLotRows,
  shelfRows,
  supplyRows,
} from './gear'
import { labelApi } from './labels'
import { loadApi } from './loads'
import { lotApi, lotRows } from './lots'
import { mixedJarRows, processCheckRows, recipeApi, recipeRows } from './methods'
import { needRows } from './needs'
import { pantryApi } from './pantry'
import { recordApi } from './records'
import type { Route, RowRoutes } from './route'
import {
  busyTimeRows,
  kitchenExceptionRows,
  kitchenHoursRows,
  seasonApi,
  seasonLoadRows,
} from './season'
import { serverApi } from './server'
import { takeApi } from './takes'
import { tokenApi } from './tokens'

export { accountApi } from './account'
export { answersApi } from './answers'
export {
  ARCHIVE_FORMAT,
  ARCHIVE_HOUSEHOLD,
  ARCHIVE_TABLES,
  ARCHIVE_VERSION,
  archiveApi,
  CSV_KINDS,
} from './archive'
export { callingApi } from './calling'
export { changesApi } from './changes'
export { countApi } from './counts'
export { gaugeRecallApi, gaugeTestRows } from './gauge-tests'
export { gaugeApi } from './gauges'
export {
  cannerRows,
  containerRows,
  cropWordRows,
  jarGroupRows,
  lidLotRows,
  shelfRows,
  supplyRows,
} from './gear'
export { labelApi } from './labels'
export { loadApi } from './loads'
export { lotApi, lotRows } from './lots'
export * from './methods'
export { needRows } from './needs'
export { pantryApi } from './pantry'
export * from './season'
export { recordApi } from './records'
export { serverApi } from './server'
export { takeApi } from './takes'
export { tokenApi } from './tokens'
export { scopeOf, TOKEN_SCOPES } from './route'
export type { Least, Medium, Method, PageQuery, Route, RowRoutes, Taken } from './route'

const rows = [
  cannerRows,
  gaugeTestRows,
  containerRows,
  cropWordRows,
  shelfRows,
  jarGroupRows,
  lidLotRows,
  supplyRows,
  lotRows,
  needRows,
  seasonLoadRows,
  kitchenHoursRows,
  kitchenExceptionRows,
  busyTimeRows,
  processCheckRows,
  recipeRows,
  mixedJarRows,
] as readonly unknown[] as readonly RowRoutes[]

const routesOf = (api: object): readonly Route[] => Object.values(api) as readonly Route[]

/** All of them, in the order in which they are described. */
export const allRoutes: readonly Route[] = [
  ...[
    serverApi,
    accountApi,
    answersApi,
    loadApi,
    gaugeApi,
    pantryApi,
    takeApi,
    countApi,
    labelApi,
    gaugeRecallApi,
    recordApi,
    tokenApi,
    archiveApi,
    lotApi,
    recipeApi,
  ].flatMap(routesOf),
  ...routesOf(seasonApi),
  ...routesOf(callingApi),
  ...routesOf(changesApi),
  ...rows.flatMap(({ list, past, one, put, patch, remove }): Route[] => [
    list,
    ...(past ? [past as Route] : []),
    one,
    put,
    ...(patch ? [patch as Route] : []),
    ...(remove ? [remove as Route] : []),
  ]),
]
