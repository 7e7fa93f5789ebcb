import tailwind from '@tailwindcss/vite'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

/** The package names its development build only; that one carries every warning with it. */
const ROUTER = join(
  dirname(createRequire(import.meta.url).resolve('react-router/package.json')),
  'dist/production/index.mjs',
)
/** The code of a page that an address opens, and of what Today draws after it. */
const PAGE = /\/(([\w-]+-)?page|sign-in|make-household|join|evening|first-steps)-[\w-]+\.js$/
const MAIN = join(import.meta.dirname, 'src/main.tsx')

interface Modules {
  getModuleInfo(id: string): { readonly importedIds: readonly string[] } | null
}

/** Every module that is read before any page is: from the first script by imports that do not wait. */
function reachedFrom(first: string, modules: Modules): ReadonlySet<string> {
  const reached = new Set([first])
  for (const id of reached)
    if (!/\/index\.ts$/.test(id))
      for (const next of modules.getModuleInfo(id)?.importedIds ?? []) reached.add(next)
  return reached
}
let thereFromTheStart: ReadonlySet<string> | undefined

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    react(),
    tailwind(),
    VitePWA({
      // Asked for by the page itself when nothing else wants to be fetched; a new version waits.
      injectRegister: false,
      registerType: 'prompt',
      manifest: false,
      workbox: {
        importScripts: ['/calling.js'],
        globPatterns: ['**/*.{html,js,css,svg,png,woff2,wasm,webmanifest}'],
        // Letters that few households write with are fetched when they are met.
        globIgnores: ['**/*-{cyrillic,cyrillic-ext,greek,greek-ext,vietnamese}-*.woff2'],
        maximumFileSizeToCacheInBytes: 6_000_000,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        cleanupOutdatedCaches: true,
        clientsClaim: true,
        skipWaiting: false,
        sourcemap: false,
      },
    }),
  ],
  resolve: { alias: [{ find: /^react-router$/, replacement: ROUTER }] },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    chunkSizeWarningLimit: 700,
    rolldownOptions: {
      output: {
        // A name costs every page that may fetch it: seven signs of its content tell versions apart.
        chunkFileNames: 'assets/[name]-[hash:7].js',
        assetFileNames: 'assets/[name]-[hash:7][extname]',
        codeSplitting: {
          groups: [
            {
              // One file instead of twenty: on a slow line each costs a way there and back.
              name: (id, modules) => {
                thereFromTheStart ??= reachedFrom(MAIN, modules)
                return thereFromTheStart.has(id) ? 'start' : null
              },
              debugName: 'start',
              includeDependenciesRecursively: false,
            },
            {
              // What Today needs besides, which would be six small files.
              name: 'often',
              test: /\/core\/src\/(load\/now|book\/(need-view|wants|lots|season-supplies|supplies|stock)|pantry\/fate)/,
              includeDependenciesRecursively: false,
            },
            {
              name: 'often',
              // The first page asks nothing of a mixed jar. Only leave out what no module of this
              // file imports: two files that import each other run too early and no page opens.
              test: /\/(core|contract)\/src\/(?!kitchen\/|method\/(ingredient|mixed-jar|jar-of|spoken|described|find|lookup|refusal|data\/names)|harvest\/(answer|line|how-much|money|price|measure|complaint)|answers\/|load\/(ways|capacity))/,
              minShareCount: 12,
              includeDependenciesRecursively: false,
            },
            {
              // Small parts of many pages: each file more costs every page its name.
              name: 'drawn',
              test: /\/web\/src\/(household\/(tints|portion-words|season-balance|supply-words|set-aside)|ui\/(use-width|clock-text)|chart\/stage-names)\.tsx?$/,
              includeDependenciesRecursively: false,
            },
            {
              name: 'fields',
              test: /\/web\/src\/ui\/(field|twice|stepper|file-field)\.tsx$/,
              includeDependenciesRecursively: false,
            },
            {
              name: 'mixed',
              test: /\/core\/src\/(kitchen\/|method\/(ingredient|mixed-jar|jar-of|spoken|described|find|lookup|refusal|data\/names)|harvest\/(line|how-much|money|price|measure|complaint)|load\/capacity)/,
              minShareCount: 4,
              includeDependenciesRecursively: false,
            },
          ],
        },
      },
    },
    modulePreload: {
      // Every browser that Kelvit runs in has it, or does without.
      polyfill: false,
      // To name again for each page what is there already only makes the first load heavier; and
      // a part that somebody reaches for on a page that stands names what it needs by itself.
      resolveDependencies: (file, needed, { hostType }) => {
        if (hostType !== 'js') return needed
        if (!PAGE.test(file)) return []
        return needed.filter((name) => !/\/(start|often|rolldown-runtime)-[\w-]+\.js$/.test(name))
      },
    },
  },
  server: { proxy: { '/api': process.env.KELVIT_API ?? 'http://127.0.0.1:8484' } },
})
