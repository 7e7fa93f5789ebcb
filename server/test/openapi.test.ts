import type Joi from 'joi'
import joiToSwagger from 'joi-to-swagger'
import * as schemas from '@kelvit/contract/schemas'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
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

describe('what it says is required is required', () => {
  test('in every body, as deep as it goes', () => {
    for (const [name, schema] of Object.entries(schemas))
      if (schema.type === 'object')
        expect([name, described(joiToSwagger(schema).swagger)]).toEqual([name, required(schema)])
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
