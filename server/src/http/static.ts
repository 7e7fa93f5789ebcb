import type { Context, Next } from 'koa'
import serve from 'koa-static'

const WORKER_POLICY = "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'"
const YEAR_MS = 365 * 86_400_000

/** The built web application; any other page address opens its first page. */
export function staticFiles(folder: string) {
  const files = serve(folder, {
    index: false,
    maxage: 0,
    setHeaders: (res, path) => {
      // Names under assets/ carry a hash of their content.
      if (path.includes('/assets/'))
        res.setHeader('cache-control', `public, max-age=${YEAR_MS / 1000}, immutable`)
      else res.setHeader('cache-control', 'no-cache')
      // Only the workers that plan and that read codes may compile WebAssembly; no page may.
      if (/(season|scan)\.worker/.test(path))
        res.setHeader('content-security-policy', WORKER_POLICY)
    },
  })
  return async (ctx: Context, next: Next): Promise<void> => {
    if (ctx.path.startsWith('/api/') || (ctx.method !== 'GET' && ctx.method !== 'HEAD'))
      return next()
    await files(ctx, async () => {
      if (ctx.path.startsWith('/assets/') || /\.\w+$/.test(ctx.path)) return
      ctx.path = '/index.html'
      await files(ctx, async () => undefined)
    })
  }
}
