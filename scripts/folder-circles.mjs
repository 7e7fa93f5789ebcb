// No folder imports a folder that imports it. Prints each pair that does, and fails.
import { execFileSync } from 'node:child_process'

/** The rooms of each part: how deep a folder is one. */
const PARTS = [
  ['core/src', 2],
  ['contract/src', 1],
  ['server/src', 1],
  ['web/src', 1],
  ['web/src/station', 2],
]
const { modules } = JSON.parse(
  execFileSync(
    'npx',
    [
      'depcruise',
      '--config',
      '.dependency-cruiser.cjs',
      '--output-type',
      'json',
      'core/src',
      'contract/src',
      'server/src',
      'web/src',
    ],
    { encoding: 'utf8', maxBuffer: 1e9, stdio: ['ignore', 'pipe', 'ignore'] },
  ),
)
let failed = false
for (const [part, depth] of PARTS) {
  const room = (path) =>
    path
      .slice(part.length + 1)
      .split('/')
      .slice(0, -1)
      .slice(0, depth)
      .join('/')
  const arrows = new Map()
  for (const { source, dependencies } of modules)
    for (const { resolved } of dependencies) {
      if (!source.startsWith(`${part}/`) || !resolved.startsWith(`${part}/`)) continue
      const [from, to] = [room(source), room(resolved)]
      // Files beside the rooms put them together.
      if (from === '' || to === '' || from === to) continue
      const key = `${from} → ${to}`
      arrows.set(key, [...(arrows.get(key) ?? []), `${source} → ${resolved}`])
    }
  for (const [key, files] of arrows) {
    const [from, to] = key.split(' → ')
    if (from < to && arrows.has(`${to} → ${from}`)) {
      failed = true
      console.log(`${part}: ${from} and ${to} import each other`)
      for (const f of [...files, ...arrows.get(`${to} → ${from}`)]) console.log(`  ${f}`)
    }
  }
}
process.exit(failed ? 1 : 0)
