import { pounds, psi, type Role } from '@kelvit/core'
import { put } from './put'
import { cannerClasses, MINIMUM_LOAD } from '@kelvit/core'
import { v7 as uuidv7 } from 'uuid'
import { hashPassphrase, newToken } from '../http/secrets'
import type { Tx } from '../db/pool'
import { canners, containers, cropWords, gaugeTests, members, shelves } from '../db/schema'
import type { DemoDays } from './days'

const PEOPLE: readonly (readonly [string, Role])[] = [
  ['Wren', 'keeper'],
  ['Alder', 'helper'],
  ['Sorrel', 'helper'],
  ['Tansy', 'helper'],
  ['Linnet', 'viewer'],
]

const SHELVES = [
  'Cellar, top',
  'Cellar, middle',
  'Cellar, low',
  'Hall cupboard',
  'Under the stairs',
] as const
export type ShelfName = (typeof SHELVES)[number]

export interface DemoGear {
  readonly small: string
  readonly tall: string
  readonly shelf: Readonly<Record<ShelfName, string>>
}

export async function addPeople(tx: Tx, householdId: string): Promise<void> {
  // Nobody knows these passphrases: the demo is entered by its button.
  const passphraseHash = await hashPassphrase(newToken())
  await put(
    tx,
    members,
    PEOPLE.map(([name, role], i) => ({
      id: uuidv7(),
      householdId,
      name,
      signInName: `${name.toLowerCase()} of quillback`,
      passphraseHash,
      role,
      createdAt: new Date(Date.UTC(2024, 2, 1 + i)),
    })),
  )
}

export async function addGear(tx: Tx, householdId: string, days: DemoDays): Promise<DemoGear> {
  const small = uuidv7()
  const tall = uuidv7()
  const canner = (id: string, name: string, classId: string, more: object) => {
    const kind = cannerClasses.find((c) => c.id === classId)
    if (!kind) throw new Error(`no canner class ${classId}`)
    const { gauge, capacity, stageMinutes, innerDiameterIn, innerHeightIn } = kind
    const regulatedBy = gauge === 'dial' ? ('dial' as const) : ('weighted' as const)
    return {
      id,
      householdId,
      name,
      classId,
      gauge,
      regulatedBy,
      capacity,
      stageMinutes,
      innerDiameterIn,
      innerHeightIn,
      minimum: { ...MINIMUM_LOAD },
      inspectedOn: days.on(-96),
      ...more,
    }
  }
  await put(tx, canners, [
    canner(small, 'Kitchen canner', 'small', {
      waterIn: 3,
      manual: 'Drawer under the stove',
      rangeNote: 'A second rack for half-pints hangs in the pantry.',
      createdAt: new Date(Date.UTC(2024, 2, 2)),
    }),
    canner(tall, 'Porch canner', 'tall', {
      gauge: 'both',
      regulatedBy: 'dial',
      waterIn: 3,
      manual: 'Drawer under the stove',
      rangeNote: 'Runs on the outdoor burner on the porch. Its manual allows that.',
      createdAt: new Date(Date.UTC(2024, 2, 3)),
    }),
  ])
  await put(
    tx,
    gaugeTests,
    [
      [-830, 0.5],
      [-472, 0],
      [-104, 0],
    ].map(([ago = 0, errorPsi = 0]) => ({
      id: uuidv7(),
      householdId,
      cannerId: tall,
      testedOn: days.on(ago),
      errorPsi: psi(errorPsi),
      testedBy: 'County extension table at the fair',
    })),
  )
  await put(tx, containers, [
    { id: uuidv7(), householdId, name: 'blue crate', lb: pounds(19), foodId: null },
    { id: uuidv7(), householdId, name: 'wash tub', lb: pounds(26), foodId: 'beets' },
  ])
  await put(tx, cropWords, [{ id: uuidv7(), householdId, word: 'poles', foodId: 'beans-snap' }])
  const rows = SHELVES.map((name, position) => ({ id: uuidv7(), householdId, name, position }))
  await put(tx, shelves, rows)
  const shelf = Object.fromEntries(rows.map((r) => [r.name, r.id])) as Record<ShelfName, string>
  return { small, tall, shelf }
}
