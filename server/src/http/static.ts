import { readFile, stat } from 'node:fs/promises'
import { join } from 'node:path'
import type { Context, Next } from 'koa'
import serve from 'koa-static'

const WORKER_POLICY = "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'"
const YEAR_MS = 365 * 86_400_000

/** Who opens a page, as the API would answer; undefined when nobody is signed in or it cannot be told at once. */
export type WhoOpens = (ctx: Context) => Promise<unknown>

/**
 * The built web application; any other page address opens its first page. Whoever opens it
 * signed in finds the session in it and need not ask first.
 */
export function staticFiles(folder: string, whoOpens: WhoOpens) {
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
  const firstPage = keptFile(join(folder, 'index.html'))
  return async (ctx: Context, next: Next): Promise<void> => {
    if (ctx.path.startsWith('/api/') || (ctx.method !== 'GET' && ctx.method !== 'HEAD'))
      return next()
    await files(ctx, async () => {
      if (ctx.path.startsWith('/assets/') || /\.\w+$/.test(ctx.path)) return
      const session = isOpened(ctx) ? await whoOpens(ctx) : undefined
      if (session !== undefined) {
        ctx.set('cache-control', 'no-store')
        ctx.type = 'html'
        ctx.body = withSession(await firstPage(), session)
        return
      }
      ctx.path = '/index.html'
      await files(ctx, async () => undefined)
    })
  }
}

/**
 * Somebody looks at the page. A device that keeps the page for later asks otherwise: what it
 * keeps must not say who was there.
 */
const isOpened = (ctx: Context): boolean =>
  ctx.method === 'GET' && ctx.get('sec-fetch-dest') === 'document'

/** Data, not a script; and no word in it can end it. */
const withSession = (page: string, session: unknown): string =>
  page.replace(
    '</head>',
    () =>
      `<script type="application/json" id="session">${JSON.stringify(session).replaceAll('<', '\\u003c')}</script></head>`,
  )

/** A file's text, read again when it has changed. */
function keptFile(path: string): () => Promise<string> {
  let kept = { at: -1, text: '' }
  return async () => {
    const { mtimeMs } = await stat(path)
    if (kept.at !== mtimeMs) kept = { at: mtimeMs, text: await readFile(path, 'utf8') }
    return kept.text
  }
}
