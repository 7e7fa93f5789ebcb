// Runs a benchmark, bundling it first when it is made of the core: node bench/run.mjs season --seeds 10 --long
import { build } from 'esbuild'
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync } from 'node:fs'

const [name = 'season', ...rest] = process.argv.slice(2)
const plain = `bench/${name}.mjs`
const bundled = `bench/dist/${name}.mjs`
if (!existsSync(plain)) await bundle()
spawn(process.execPath, [existsSync(plain) ? plain : bundled, ...rest], {
  stdio: 'inherit',
}).on('exit', (code) => process.exit(code ?? 1))

async function bundle() {
  mkdirSync('bench/dist', { recursive: true })
  await build({
    entryPoints: [`bench/${name}.ts`],
    outfile: bundled,
    bundle: true,
    platform: 'node',
    format: 'esm',
    external: ['highs'],
    logLevel: 'error',
  })
}
