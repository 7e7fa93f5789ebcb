/** One thing to check before a canner is used. */
export interface InspectionPoint {
  readonly id: string
  readonly look: string
  /** Why the canner may not be used when this is wrong. */
  readonly wrong: string
  /** Only for this kind of seal. */
  readonly seal?: 'gasket' | 'metal'
}

/** The pre-flight, and the list to go through when a canner was bought used. */
const INSPECTION: readonly InspectionPoint[] = [
  {
    id: 'vent',
    look: 'Vent pipe clear: hold the lid up to the light',
    wrong: 'The vent pipe is blocked.',
  },
  {
    id: 'gasket',
    look: 'Gasket soft, not cracked, sits tight',
    wrong: 'The gasket is hard, cracked or loose.',
    seal: 'gasket',
  },
  {
    id: 'metal-seal',
    look: 'Metal rims smooth and oiled; clamps close evenly',
    wrong: 'The metal seal is damaged or closes unevenly.',
    seal: 'metal',
  },
  {
    id: 'plug',
    look: 'Overpressure plug pliable',
    wrong: 'The overpressure plug is hard or damaged.',
  },
  {
    id: 'lock',
    look: 'Lid turns and locks on its marks',
    wrong: 'The lid does not lock on its marks.',
  },
  { id: 'base', look: 'Base flat, not warped', wrong: 'The base is warped.' },
  { id: 'rack', look: 'Rack in the pot', wrong: 'The rack is missing.' },
  {
    id: 'manual',
    look: 'Manual at hand',
    wrong: 'You don’t have its manual for water, capacity and gauge.',
  },
  {
    id: 'size',
    look: 'Holds four quarts upright with the lid on',
    wrong: 'The pot is too small to be a canner.',
  },
]

/** The points that concern a canner with this seal. */
export const inspectionFor = (seal: 'gasket' | 'metal'): readonly InspectionPoint[] =>
  INSPECTION.filter((p) => p.seal === undefined || p.seal === seal)
