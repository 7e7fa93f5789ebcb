import tailwind from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

/**
 * Parts that are there before any page is: to name them again for each page that is fetched later
 * only makes the first load heavier.
 */
const THERE_FROM_THE_START =
  /\/(index|jsx-runtime|chunk|utils|useQuery|queries|session|log|request|removable|format|foods|jar-size|lots|needs|estimate|rotation|words|wanted|shelf|cx|stock|ahead|set-aside|keeping|clock-text)-[\w-]{8,17}\.js$/

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
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    chunkSizeWarningLimit: 700,
    modulePreload: {
      resolveDependencies: (_file, needed, { hostType }) =>
        hostType === 'js' ? needed.filter((file) => !THERE_FROM_THE_START.test(file)) : needed,
    },
  },
  server: { proxy: { '/api': process.env.KELVIT_API ?? 'http://127.0.0.1:8484' } },
})
