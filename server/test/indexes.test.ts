import pg from 'pg'
import { expect, inject, test } from 'vitest'

/** Columns by which a row is found: every foreign key must be the beginning of an index. */
test('every foreign key has an index that begins with its columns, and names the household', async () => {
  const owner = new pg.Client({ connectionString: inject('databaseUrl') })
  await owner.connect()
  const { rows } = await owner.query<{
    tab: string
    name: string
    cols: string[]
    indexed: boolean
  }>(`
    select c.conrelid::regclass::text as tab, c.conname as name,
      array(select a.attname::text from unnest(c.conkey) with ordinality k(n, o) join pg_attribute a on a.attrelid = c.conrelid and a.attnum = k.n order by o) as cols,
      exists (select from pg_index i where i.indrelid = c.conrelid and i.indpred is null
        and (i.indkey::int2[])[0:array_length(c.conkey, 1) - 1] = c.conkey) as indexed
    from pg_constraint c join pg_namespace n on n.oid = c.connamespace
    where c.contype = 'f' and n.nspname = 'public'`)
  await owner.end()
  expect(rows.length).toBeGreaterThan(30)
  expect(
    rows.filter((r) => !r.indexed && r.cols.join() !== 'household_id').map((r) => r.name),
  ).toEqual([])
  // A row can only point inside its own household, whatever a service forgets.
  expect(rows.filter((r) => r.cols[0] !== 'household_id').map((r) => r.name)).toEqual([])
})
