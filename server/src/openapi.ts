import { allRoutes, scopeOf, type Medium, type Route } from '@kelvit/contract/routes'
import { describeSchema } from './http/describe'

function parametersOf(route: Route): object[] {
  const inPath = [...route.path.matchAll(/:(\w+)/g)].map((m) => ({
    name: m[1],
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }))
  const described = route.query
    ? (describeSchema(route.query) as { properties: Record<string, object>; required?: string[] })
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

const MEDIA: Readonly<Record<Exclude<Medium, 'nothing'>, string>> = {
  pdf: 'application/pdf',
  csv: 'text/csv',
  zip: 'application/zip',
  calendar: 'text/calendar',
  events: 'text/event-stream',
}

/** What comes back when it went well; an add that was there already answers 200. */
function answersOf({ answer, status }: Route): object {
  if (answer === 'nothing') return { '204': { description: 'Done' } }
  const content =
    typeof answer === 'string'
      ? { [MEDIA[answer]]: { schema: { type: 'string' } } }
      : { 'application/json': { schema: describeSchema(answer) } }
  const told = { description: 'Done', content }
  return status === 201 ? { '200': told, '201': told } : { [String(status ?? 200)]: told }
}

const SECURITY: Readonly<Record<string, readonly object[]>> = {
  anyone: [],
  gauge: [{ gauge: [] }],
}

/** By the cookie of a session; where programs may ask, by a token too. */
const securityOf = (route: Route): readonly object[] =>
  scopeOf(route) === null ? [{ session: [] }] : [{ session: [] }, { token: [] }]

function scopeWords(route: Route): string {
  if (route.least === 'anyone' || route.least === 'gauge') return ''
  const scope = scopeOf(route)
  return scope === null ? ' No token opens it.' : ` Least scope of a token: ${scope}.`
}

const operation = (route: Route): object => ({
  summary: route.summary,
  description: `Least role: ${route.least}.${scopeWords(route)}`,
  parameters: parametersOf(route),
  ...(route.takes
    ? {
        requestBody: {
          required: true,
          content: { [MEDIA[route.takes]]: { schema: { type: 'string', format: 'binary' } } },
        },
      }
    : {}),
  ...(route.body
    ? {
        requestBody: {
          required: true,
          content: { 'application/json': { schema: describeSchema(route.body) } },
        },
      }
    : {}),
  responses: { ...answersOf(route), default: problem },
  security: SECURITY[route.least] ?? securityOf(route),
})

/** The public API, described from the same contract that it is served by. */
export function openapiDocument(): object {
  const described: Record<string, Record<string, object>> = {}
  for (const route of allRoutes)
    (described[route.path.replace(/:(\w+)/g, '{$1}')] ??= {})[route.method] = operation(route)
  return {
    openapi: '3.0.3',
    info: {
      title: 'Kelvit',
      version: '0.1.0',
      description: 'Plans, runs and keeps a household’s pressure canning. Household use only.',
    },
    paths: described,
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'kelvit_session' },
        gauge: { type: 'http', scheme: 'bearer' },
        token: { type: 'http', scheme: 'bearer' },
      },
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
