import { paths } from '@kelvit/contract'
import * as schemas from '@kelvit/contract/schemas'
import type Joi from 'joi'
import joiToSwagger from 'joi-to-swagger'
import { resources } from './resources'

interface Operation {
  readonly method: 'get' | 'put' | 'post' | 'patch' | 'delete'
  readonly path: string
  readonly summary: string
  readonly body?: Joi.Schema
  readonly query?: Joi.ObjectSchema
  readonly open?: true
}

const single: readonly Operation[] = [
  {
    method: 'get',
    path: paths.health,
    summary: 'Whether server and database are well',
    open: true,
  },
  {
    method: 'get',
    path: paths.setup,
    summary: 'What this Kelvit offers before sign-in',
    open: true,
  },
  { method: 'get', path: paths.clock, summary: 'The time Kelvit goes by', open: true },
  {
    method: 'post',
    path: paths.clock,
    summary: 'Move a clock that stands still, with the operator’s token',
    body: schemas.setClockSchema,
    open: true,
  },
  { method: 'get', path: paths.openapi, summary: 'This description', open: true },
  {
    method: 'post',
    path: paths.session,
    summary: 'Sign in',
    body: schemas.signInSchema,
    open: true,
  },
  { method: 'get', path: paths.session, summary: 'Who is signed in' },
  { method: 'delete', path: paths.session, summary: 'Sign out here' },
  { method: 'delete', path: paths.sessions, summary: 'Sign out everywhere' },
  {
    method: 'post',
    path: paths.households,
    summary: 'Make a household and its keeper',
    body: schemas.newHouseholdSchema,
    open: true,
  },
  { method: 'get', path: paths.household, summary: 'The household' },
  {
    method: 'patch',
    path: paths.household,
    summary: 'Change the household',
    body: schemas.patchHouseholdSchema,
  },
  { method: 'get', path: paths.members, summary: 'Members' },
  {
    method: 'patch',
    path: `${paths.members}/{id}`,
    summary: 'Change a member',
    body: schemas.patchMemberSchema,
  },
  { method: 'delete', path: `${paths.members}/{id}`, summary: 'Remove a member' },
  {
    method: 'post',
    path: paths.invitations,
    summary: 'Make a one-time invitation',
    body: schemas.newInvitationSchema,
  },
  { method: 'get', path: paths.invitations, summary: 'Open invitations, without their links' },
  {
    method: 'delete',
    path: `${paths.invitations}/{token}`,
    summary: 'Withdraw an invitation, by its id in place of the token',
  },
  {
    method: 'get',
    path: `${paths.invitations}/{token}`,
    summary: 'Read an invitation',
    open: true,
  },
  {
    method: 'post',
    path: `${paths.invitations}/{token}/accept`,
    summary: 'Join by invitation',
    body: schemas.acceptInvitationSchema,
    open: true,
  },
  {
    method: 'get',
    path: paths.method,
    summary: 'The tested process, or why there is none',
    query: schemas.methodQuerySchema,
    open: true,
  },
  {
    method: 'get',
    path: paths.mixedJar,
    summary: 'Whether a jar of several things may be canned, and how',
    query: schemas.mixedJarQuerySchema,
    open: true,
  },
  {
    method: 'get',
    path: paths.estimate,
    summary: 'Jars from a weigh-in line',
    query: schemas.estimateQuerySchema,
    open: true,
  },
  { method: 'get', path: paths.loads, summary: 'Loads with their events' },
  { method: 'get', path: `${paths.loads}/{id}`, summary: 'One load' },
  {
    method: 'put',
    path: `${paths.loads}/{id}`,
    summary: 'Plan a load',
    body: schemas.newLoadSchema,
  },
  { method: 'delete', path: `${paths.loads}/{id}`, summary: 'Drop a planned load' },
  {
    method: 'put',
    path: `${paths.loads}/{id}/events/{eventId}`,
    summary: 'Say what happened at the stove',
    body: schemas.newLoadEventSchema,
  },
  { method: 'get', path: paths.jars, summary: 'Jars' },
  {
    method: 'patch',
    path: `${paths.jars}/{id}`,
    summary: 'Move or mark a jar',
    body: schemas.patchJarSchema,
  },
  {
    method: 'put',
    path: `${paths.jars}/{id}/fate`,
    summary: 'Take a jar, or put it back',
    body: schemas.jarFateSchema,
  },
  { method: 'get', path: paths.pantryCsv, summary: 'The pantry as CSV' },
  { method: 'get', path: paths.plantings, summary: 'Plantings' },
  {
    method: 'put',
    path: `${paths.plantings}/{id}`,
    summary: 'Expect a planting’s pickings',
    body: schemas.newPlantingSchema,
  },
  {
    method: 'delete',
    path: `${paths.plantings}/{id}`,
    summary: 'Drop a planting and its pickings',
  },
  {
    method: 'post',
    path: paths.lotMoves,
    summary: 'Move several lots as one',
    body: schemas.lotMovesSchema,
  },
  {
    method: 'post',
    path: `${paths.lots}/{id}/split`,
    summary: 'Split a part off a lot',
    body: schemas.splitLotSchema,
  },
  {
    method: 'post',
    path: `${paths.recipes}/{id}/jars`,
    summary: 'Put an untested recipe’s jars on record',
    body: schemas.recipeJarsSchema,
  },
  {
    method: 'put',
    path: paths.seasonPlan,
    summary: 'Put a season plan in place of the one that was seen',
    body: schemas.newSeasonPlanSchema,
  },
  {
    method: 'post',
    path: paths.daySheetPdf,
    summary: 'A day sheet as a page to print',
    body: schemas.printedDaySheetSchema,
  },
  {
    method: 'post',
    path: paths.calendarImport,
    summary: 'Take over busy times from an iCalendar file',
    body: schemas.calendarImportSchema,
  },
  { method: 'get', path: paths.calendar, summary: 'The canning days as iCalendar' },
  {
    method: 'get',
    path: `${paths.calendar}/{token}.ics`,
    summary: 'The canning days under a secret address',
    open: true,
  },
  { method: 'get', path: paths.calendarFeeds, summary: 'Secret calendar addresses' },
  {
    method: 'put',
    path: `${paths.calendarFeeds}/{id}`,
    summary: 'Make a secret calendar address',
  },
  {
    method: 'delete',
    path: `${paths.calendarFeeds}/{id}`,
    summary: 'Revoke a secret calendar address',
  },
  { method: 'get', path: paths.live, summary: 'Changes as server-sent events' },
]

const ofResources: readonly Operation[] = resources.flatMap((r): Operation[] => [
  { method: 'get', path: r.path, summary: `List ${r.path.slice(5)}` },
  { method: 'put', path: `${r.path}/{id}`, summary: `Add to ${r.path.slice(5)}`, body: r.create },
  ...(r.patch
    ? [
        {
          method: 'patch',
          path: `${r.path}/{id}`,
          summary: `Change one of ${r.path.slice(5)}`,
          body: r.patch,
        } as const,
      ]
    : []),
  ...(r.deletable
    ? [
        {
          method: 'delete',
          path: `${r.path}/{id}`,
          summary: `Remove one of ${r.path.slice(5)}`,
        } as const,
      ]
    : []),
])

/** A schema of ours as OpenAPI describes it. */
const describeSchema = (schema: Joi.Schema): object => joiToSwagger(schema).swagger as object

function parametersOf(op: Operation): object[] {
  const inPath = [...op.path.matchAll(/\{(\w+)\}/g)].map((m) => ({
    name: m[1],
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }))
  const described = op.query
    ? (describeSchema(op.query) as { properties: Record<string, object>; required?: string[] })
    : undefined
  const inQuery = Object.entries(described?.properties ?? {}).map(([name, schema]) => ({
    name,
    in: 'query',
    required: described?.required?.includes(name) ?? false,
    schema,
  }))
  return [...inPath, ...inQuery]
}

const problem = {
  description: 'What is wrong and what to do',
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
}

const operation = (op: Operation): object => ({
  summary: op.summary,
  parameters: parametersOf(op),
  ...(op.body
    ? {
        requestBody: {
          required: true,
          content: { 'application/json': { schema: describeSchema(op.body) } },
        },
      }
    : {}),
  responses: { '200': { description: 'Done' }, default: problem },
  security: op.open ? [] : [{ session: [] }],
})

/** The public API, described from the same schemas that guard it. */
export function openapiDocument(): object {
  const described: Record<string, Record<string, object>> = {}
  for (const op of [...single, ...ofResources])
    (described[op.path] ??= {})[op.method] = operation(op)
  return {
    openapi: '3.0.3',
    info: {
      title: 'Kelvit',
      version: '0.1.0',
      description: 'Plans, runs and keeps a household’s pressure canning. Household use only.',
    },
    paths: described,
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'kelvit_session' } },
      schemas: {
        Problem: {
          type: 'object',
          required: ['type', 'title', 'status', 'detail'],
          properties: {
            type: { type: 'string' },
            title: { type: 'string' },
            status: { type: 'integer' },
            detail: { type: 'string' },
          },
        },
      },
    },
  }
}
