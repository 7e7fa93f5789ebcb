import { build } from 'esbuild'

// Two files of our own code, the server and the worker beside it; packages stay in node_modules.
await build({
  entryPoints: ['src/main.ts', 'src/heavy/worker.ts'],
  outdir: 'dist',
  entryNames: '[name]',
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: true,
  logLevel: 'warning',
  plugins: [
    {
      name: 'packages-outside',
      setup: (b) =>
        b.onResolve({ filter: /^[^./]/ }, (args) =>
          args.path.startsWith('@kelvit/') || args.kind === 'entry-point'
            ? undefined
            : { external: true },
        ),
    },
  ],
})
