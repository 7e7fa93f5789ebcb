import { feet, minutes, pounds, type Book } from '../../src'

const TODAY = '2026-08-14'
interface Carrots {
  readonly needs?: Book['needs']
  /** Quarts on the shelf, in a load, and days on which lots come in. */
  readonly shelfJars?: number
  readonly loadJars?: number
  readonly lotDays?: readonly string[]
}

/** A household with nothing but carrots. */
export function book({
  needs = [],
  shelfJars = 0,
  loadJars = 0,
  lotDays = [],
}: Carrots = {}): Book {
  const carrots = { foodId: 'carrots', formId: 'carrots', jar: 'quart' as const }
  return {
    ...{ today: TODAY, needs, yields: [], jarGroups: [], lidLots: [], supplies: [], plan: [] },
    household: {
      altitudeFt: feet(2640),
      settings: {
        ...{ salt: false, bandsOff: false, defaultPack: 'hot', restMinutes: minutes(10) },
        ...{ mealsPerWeek: 7, burners: 2, canningDays: 'even', lateMinutes: 0 },
      },
    },
    lots: lotDays.map((day, i) => ({
      ...{ ...carrots, id: `l${i}`, lb: pounds(20), state: 'expected' },
      ...{ arrivedOn: day, canBy: day },
    })),
    loads:
      loadJars === 0
        ? []
        : [
            {
              stage: 'planned',
              portions: [
                { ...carrots, lotId: 'l0', mouth: 'regular', jars: loadJars, filled: null },
              ],
            },
          ],
    jars: Array.from({ length: shelfJars }, (_, i) => ({
      ...{ ...carrots, id: `j${i}`, mouth: 'regular', state: 'on-shelf', useSoon: false },
      ...{ cannedOn: '2026-07-01', bestBy: '2027-07-01', recipeId: null, hold: null },
      process: 'here',
    })),
  }
}
