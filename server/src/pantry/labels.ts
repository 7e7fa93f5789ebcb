import type { NewLabels } from '@kelvit/contract'
import { labelApi } from '@kelvit/contract/routes'
import {
  addressOf,
  LABEL_SHEETS,
  labelWords,
  ownSheet,
  whyNotSheet,
  type LabelSheet,
} from '@kelvit/core'
import type Router from '@koa/router'
import { inArray } from 'drizzle-orm'
import { jars } from '../db/schema'
import { beside } from '../heavy/beside'
import type { Deps } from '../http/deps'
import { notFound, unprocessable } from '../http/problem'
import { serve } from '../http/serve'
import { householdOf } from '../kitchen/figures'

function sheetOf(wanted: NewLabels): LabelSheet {
  const sheet =
    wanted.sheet === 'own'
      ? wanted.own && ownSheet(wanted.own)
      : LABEL_SHEETS.find((s) => s.id === wanted.sheet)
  if (!sheet)
    throw unprocessable('no-sheet', 'We don’t know this label sheet. Choose one, or give its grid.')
  const why = whyNotSheet(sheet)
  if (why) throw unprocessable('sheet', why)
  const each = sheet.columns * sheet.rows
  if (wanted.start > each)
    throw unprocessable('start', `A sheet has ${each} labels. Start with one of them.`)
  return sheet
}

export function labelRoutes(router: Router, deps: Deps): void {
  serve(router, labelApi.labelSheets, () => [...LABEL_SHEETS])
  serve(router, labelApi.labels, async ({ actor, body, ctx }) => {
    const sheet = sheetOf(body)
    const { rows, currency } = await deps.db.inHousehold(actor, async (tx) => ({
      rows: await tx
        .select()
        .from(jars)
        .where(inArray(jars.id, [...new Set(body.jarIds)])),
      ...(await householdOf(tx, actor)),
    }))
    const known = new Map(rows.map((j) => [j.id, j]))
    const labels = body.jarIds.map((id) => {
      const jar = known.get(id)
      if (!jar) throw notFound('One of these jars isn’t in this household.')
      const words = labelWords(jar, body, currency)
      const origin = `${ctx.protocol}://${ctx.host}`
      return { words, address: addressOf(origin, words.code, jar.householdId) }
    })
    const pdf = await beside(
      'labels',
      { sheet, start: body.start - 1, labels },
      'These labels took too long to make. Print fewer at once.',
    )
    ctx.type = 'application/pdf'
    ctx.attachment('kelvit-labels.pdf')
    ctx.body = Buffer.from(pdf)
  })
}
