import { sideDoors, stations } from './places'

/** Something to find: its name, what it is, other words for it, and where it leads. */
export interface Hit {
  readonly key: string
  readonly name: string
  readonly about: string
  readonly words?: string
  readonly to: string
}

const page = (name: string, to: string, words = ''): Hit => ({
  ...{ key: to, name, to, words },
  about: 'page',
})
const action = (name: string, to: string, words = ''): Hit => ({
  ...{ key: to, name, to, words },
  about: 'do',
})

/** Every page and action, with the words that people have for it. */
export const PAGES: readonly Hit[] = [
  ...[...stations, ...sideDoors].map((p) => page(p.name, p.path)),
  page('Today', '/', 'start home what wants doing'),
  action('Weigh in', '/harvest?weigh=1', 'harvest came in pounds bushel lot add'),
  action('Take a jar', '/pantry?take=1', 'eat use jar open'),
  action('Plan a load', '/stove/plan', 'new load canner start'),
  action('Frost tonight', '/harvest', 'frost warning bring in tender'),
  action('Expect a harvest', '/harvest', 'planting bed sow garden expected picking'),
  action('Count the shelf', '/pantry/count', 'inventory stocktake missing jars came gift'),
  action('Print labels', '/pantry/labels', 'label sticker print code'),
  action('Scan a jar', '/pantry/scan', 'camera code qr scan'),
  action('What if…', '/season/what-if', 'second canner lost saturday helper compare'),
  page('Shopping list', '/gear', 'shopping buy short lids jars salt citric acid supplies'),
  page('Gauge tests', '/gear', 'dial gauge test calibrate psi'),
  page('Look over a canner', '/gear', 'inspection gasket vent check'),
  page('Kitchen hours', '/season/hours', 'when free busy calendar evening people burners'),
  page('Our yields', '/harvest/yields', 'yield pounds per quart variety compare learned'),
  page('Our measures', '/harvest/measures', 'bucket crate basket own words crop containers'),
  page('Shelves', '/pantry/shelves', 'shelf cellar move jars order rename'),
  page('Foods on the shelf', '/pantry/foods', 'runs out months best by rotation'),
  page('Mixed jar or soup', '/methods/jar', 'stew soup mix vegetables together'),
  page('Where people differ', '/methods/ways', 'settings salt vinegar bands rest minutes ways'),
  page('Family recipes', '/methods/recipes', 'untested own recipe grandmother'),
  page('Cupboard-door sheet', '/methods', 'chart table minutes pressure print cupboard'),
  page(
    'The year',
    '/records/year',
    'january look back jars by week hours cost ran out left failed',
  ),
  page(
    'Files in and out',
    '/records/files',
    'csv import export spreadsheet archive backup zip download',
  ),
  page('Next season', '/records/next', 'how much to can grow seed row feet order jars lids'),
  page('Logbook', '/records', 'every load history search note batch judgement'),
  page('Household and members', '/household', 'altitude elevation time zone units money currency'),
  page('People', '/household', 'members invite remove passphrase password name sign out'),
]
