// The lists for newcomers are true: every file they name is there, with what is named in it.
import { existsSync, readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { expect, test } from 'vitest'

const ROOT = resolve(import.meta.dirname, '../..')
const read = (path: string): string => readFileSync(resolve(ROOT, path), 'utf8')
/** Every `path` and `path#name` of a page. */
const named = (page: string): readonly (readonly [string, string | undefined])[] =>
  [
    ...read(page).matchAll(/`((?:core|contract|server|web|e2e|docs|bench)\/[^`#]*)(?:#([^`]+))?`/g),
  ].map(([, path = '', name]) => [path, name] as const)

test.each(['docs/adding.md', 'docs/glossary.md'])('%s names what there is', (page) => {
  const all = named(page)
  expect(all.length).toBeGreaterThan(20)
  for (const [path, name] of all) {
    expect(existsSync(resolve(ROOT, path)), path).toBe(true)
    if (name) expect(new RegExp(`\\b${name}\\b`).test(read(path)), `${path}#${name}`).toBe(true)
  }
})

test('the glossary has one line a word, and at most forty', () => {
  const words = [...read('docs/glossary.md').matchAll(/^\| ([a-z ]+?) +\|/gm)].map((m) => m[1])
  expect(words.length - 1).toBeLessThanOrEqual(40)
  expect(new Set(words).size).toBe(words.length)
})
