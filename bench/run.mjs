// Bundles a benchmark and runs it: node bench/run.mjs season --seeds 10 --long
import { build } from 'esbuild'
import { spawn } from 'node:child_process'
import { mkdirSync } from 'node:fs'

const [name = 'season', ...rest] = process.argv.slice(2)
mkdirSync('bench/dist', { recursive: true })
const outfile = `bench/dist/${name}.mjs`
await build({
  entryPoints: [`bench/${name}.ts`],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  external: ['highs'],
  logLevel: 'error',
})
spawn(process.execPath, [outfile, ...rest], { stdio: 'inherit' }).on('exit', (code) =>
  process.exit(code ?? 1),
)
