// Writes the licences of everything that ships with Kelvit, the packages of server and web, into one file.
//   node scripts/notices.mjs FILE
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'

const root = resolve(import.meta.dirname, '..')
const lock = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'))
const LICENCE = /^(licen[cs]e|copying|notice|ofl)([.-].*)?$/i

const parts = []
const without = []
for (const [path, entry] of Object.entries(lock.packages)) {
  if (!path.includes('node_modules/') || entry.dev || entry.link || !existsSync(join(root, path)))
    continue
  const about = JSON.parse(readFileSync(join(root, path, 'package.json'), 'utf8'))
  const texts = readdirSync(join(root, path))
    .filter((f) => LICENCE.test(f))
    .map((f) => readFileSync(join(root, path, f), 'utf8').trim())
  const licence =
    typeof about.license === 'string' ? about.license : (about.license?.type ?? 'see below')
  if (!about.license && texts.length === 0) without.push(about.name)
  parts.push(`${about.name} ${about.version}\nLicence: ${licence}\n\n${texts.join('\n\n')}`.trim())
}
if (without.length > 0) throw new Error(`no licence is known for ${without.join(', ')}`)
writeFileSync(
  process.argv[2],
  `Kelvit is built with the work of others. Their licences follow.\n\n${parts.sort().join(`\n\n${'-'.repeat(72)}\n\n`)}\n`,
)
console.error(`kelvit: ${parts.length} licences noted`)
