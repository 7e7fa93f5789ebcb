import type { Jar } from '@kelvit/contract'
import { foodOf, formOf } from '@kelvit/core'
import { stringify } from 'csv-stringify/sync'

/** Spreadsheets run cells that begin like a formula; a quote mark in front keeps them words. */
const harmless = (value: string): string => (/^[=+\-@\t\r]/.test(value) ? `'${value}` : value)

/** The pantry as CSV (RFC 4180, UTF-8 with a mark so that spreadsheets read it right). */
export function pantryCsv(
  jars: readonly Jar[],
  shelves: readonly { id: string; name: string }[],
): string {
  const shelfName = new Map(shelves.map((s) => [s.id, s.name]))
  const rows = jars.map((j) => [
    j.code,
    foodOf(j.foodId)?.name ?? j.foodId,
    (j.formId && formOf(j.formId)?.form.name) ?? '',
    j.jar,
    j.mouth,
    j.cannedOn,
    j.bestBy,
    j.reviewBy,
    j.state,
    j.seal,
    j.useSoon ? 'yes' : 'no',
    shelfName.get(j.shelfId ?? '') ?? '',
    j.state === 'on-shelf' ? '' : j.stateAt.slice(0, 10),
    j.note,
  ])
  const header = [
    'code',
    'food',
    'form',
    'jar',
    'mouth',
    'canned_on',
    'best_by',
    'review_by',
    'state',
    'seal',
    'use_soon',
    'shelf',
    'taken_on',
    'note',
  ]
  return stringify([header, ...rows.map((r) => r.map(harmless))], {
    bom: true,
    record_delimiter: 'windows',
  })
}
