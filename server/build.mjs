import { build } from 'esbuild'

// The server and the jobs that run in threads beside it; packages stay in node_modules.
await build({
  entryPoints: [
    'src/main.ts',
    'src/gauge-device.ts',
    'src/heavy/calendar.ts',
    'src/heavy/day-sheet.ts',
    'src/heavy/day-times.ts',
    'src/heavy/labels.ts',
    'src/heavy/record.ts',
    'src/heavy/archive-read.ts',
    'src/heavy/archive-write.ts',
    'src/heavy/csv.ts',
    'src/heavy/csv-write.ts',
  ],
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
