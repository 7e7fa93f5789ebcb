import { send } from '@koa/send'
import type { Context, Next } from 'koa'
import { readFile, stat } from 'node:fs/promises'
import { join } from 'node:path'

const WORKER_POLICY = "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'"
const YEAR_S = 365 * 86_400

/** Who opens a page, as the API would answer; undefined when nobody is signed in or it cannot be told at once. */
export type WhoOpens = (ctx: Context) => Promise<unknown>

/**
 * The built web application; any other page address opens its first page. Whoever opens it
 * signed in finds the session in it and need not ask first.
 */
export function staticFiles(folder: string, whoOpens: WhoOpens) {
  /** Sends a file, where there is one. */
  const sendFile = async (ctx: Context, path: string): Promise<boolean> => {
    try {
      return (await send(ctx, path, { root: folder, setHeaders })) !== undefined
    } catch (error) {
      if ((error as { status?: number }).status !== 404) throw error
      return false
    }
  }
  const firstPage = keptFile(join(folder, 'index.html'))
  return async (ctx: Context, next: Next): Promise<void> => {
    if (ctx.path.startsWith('/api/') || (ctx.method !== 'GET' && ctx.method !== 'HEAD'))
      return next()
    if (await sendFile(ctx, ctx.path)) return
    if (ctx.path.startsWith('/assets/') || /\.\w+$/.test(ctx.path)) return
    const session = isOpened(ctx) ? await whoOpens(ctx) : undefined
    if (session === undefined) {
      await sendFile(ctx, '/index.html')
      return
    }
    ctx.set('cache-control', 'no-store')
    ctx.type = 'html'
    ctx.body = withSession(await firstPage(), session)
  }
}

function setHeaders(res: Context['res'], path: string): void {
  // Names under assets/ carry a hash of their content.
  const forEver = path.includes('/assets/')
  res.setHeader('cache-control', forEver ? `public, max-age=${YEAR_S}, immutable` : 'no-cache')
  // Only the workers that plan and that read codes may compile WebAssembly; no page may.
  if (/(season|scan)\.worker/.test(path)) res.setHeader('content-security-policy', WORKER_POLICY)
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
