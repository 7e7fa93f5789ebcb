import type Joi from 'joi'
import { allRoutes } from '@kelvit/contract/routes'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { describeSchema } from '../src/http/describe'
import { startKit, type Kit } from './kit'

let kit: Kit
let document: any
beforeAll(async () => {
  kit = await startKit()
  document = (await kit.browser().send('GET', '/api/openapi.json')).body
})
afterAll(() => kit.close())

test('every route is described, and every description has its route', () => {
  const described = Object.entries<any>(document.paths).flatMap(([path, operations]) =>
    Object.keys(operations).map((method) => `${method.toUpperCase()} ${path}`),
  )
  expect(described.sort()).toEqual([...kit.routes()].sort())
})

/** Which keys of an object schema Joi itself requires, deep: "keeper.name". */
function required(schema: Joi.Schema): string[] {
  const found: string[] = []
  const walk = (d: any, at: string, presence: string): void => {
    const inherit = d.preferences?.presence ?? presence
    for (const [key, child] of Object.entries<any>(d.keys ?? {})) {
      const is = child.flags?.presence ?? inherit
      if (is === 'required') found.push(at + key)
      walk(child, `${at}${key}.`, inherit)
    }
    for (const item of d.items ?? []) walk(item, `${at}[].`, inherit)
  }
  walk(schema.describe(), '', 'optional')
  return found.sort()
}

function described(schema: any, at = ''): string[] {
  return [
    ...(schema.required ?? []).map((k: string) => at + k),
    ...Object.entries<any>(schema.properties ?? {}).flatMap(([k, v]) => described(v, `${at}${k}.`)),
    ...(schema.items ? described(schema.items, `${at}[].`) : []),
  ].sort()
}

test('every answer in JSON is described, too', () => {
  for (const { method, path, answer } of allRoutes) {
    if (typeof answer === 'string') continue
    const operation = document.paths[path.replace(/:(\w+)/g, '{$1}')][method]
    const told = operation.responses['200'] ?? operation.responses['202']
    expect(told.content['application/json'].schema, path).toEqual(describeSchema(answer))
  }
})

describe('what it says is required is required', () => {
  test('in every body, as deep as it goes', () => {
    for (const { method, path, body } of allRoutes)
      if (body?.type === 'object')
        expect([method, path, described(describeSchema(body))]).toEqual([
          method,
          path,
          required(body),
        ])
  })
  test('and a body without one of them is a 400 that names it', async () => {
    const who = await kit.household()
    const shelf =
      document.paths['/api/shelves/{id}'].put.requestBody.content['application/json'].schema
    for (const key of shelf.required) {
      const body: Record<string, unknown> = { name: 'Top', position: 1 }
      Reflect.deleteProperty(body, key)
      const got = await who.send('PUT', '/api/shelves/019a0000-0000-7000-8000-000000000001', body)
      expect(got).toMatchObject({ status: 400, body: { fields: [{ pointer: `/${key}` }] } })
    }
  })
})

test('a pattern that is described is one that what people send matches', async () => {
  const text = JSON.stringify((await kit.browser().send('GET', '/api/openapi.json')).body)
  const patterns = [...text.matchAll(/"pattern":"((?:[^"\\\\]|\\\\.)*)"/g)].map(
    (m) => JSON.parse(`"${m[1]}"`) as string,
  )
  expect(patterns.length).toBeGreaterThan(10)
  for (const pattern of new Set(patterns)) expect(pattern).not.toMatch(/\/$/)
})
