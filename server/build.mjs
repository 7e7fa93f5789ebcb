import { build } from 'esbuild'

// One file of our own code; packages stay in node_modules.
await build({
  entryPoints: ['src/main.ts'],
  outfile: 'dist/main.js',
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
