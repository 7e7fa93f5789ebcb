/** A question on which practitioners differ, and what Kelvit does. */
export interface School {
  readonly id: string
  readonly question: string
  readonly schools: string
  readonly kelvit: string
  /** The household setting that answers it; without one the answer is the same for everyone. */
  readonly setting?: string
}

/** Where practitioners differ, in the order of the work. */
export const SCHOOLS: readonly School[] = [
  {
    id: 'sources',
    question: 'Which book’s time?',
    schools: '75 or 90 minutes for the same jar in different tested books.',
    kelvit: 'The built-in table with its source. You may run longer, never shorter.',
  },
  {
    id: 'pack',
    question: 'Raw or hot pack?',
    schools: 'Taste and texture against better fill and colour.',
    kelvit:
      'Both where both are tested, hot only where raw is not. Hot by default: it floats less and keeps its liquid.',
    setting: 'defaultPack',
  },
  {
    id: 'vent',
    question: 'How long to vent?',
    schools: 'Ten minutes of full steam; until the lock pops; a minute of pure steam.',
    kelvit: 'Always 10 minutes: air left inside makes the same pressure cooler.',
  },
  {
    id: 'gauge',
    question: 'Dial or weight?',
    schools: 'See the pressure, or hear it.',
    kelvit:
      'Both, and canners with both. You name the one that regulates, canner by canner, under Gear.',
  },
  {
    id: 'cushion',
    question: 'How high above target?',
    schools: 'Exactly at it; 1 or 2 psi (7 or 14 kPa) over as a cushion.',
    kelvit: 'The target as tested, with your cushion shown as the band to hold on a dial.',
    setting: 'cushionPsi',
  },
  {
    id: 'longer',
    question: 'Longer than the table says?',
    schools: 'The tested minutes; some add five or ten.',
    kelvit: 'The tested minutes. Longer if you like, for every load; never shorter.',
    setting: 'extraMinutes',
  },
  {
    id: 'rest',
    question: 'How long after zero?',
    schools: 'Open at once; wait 2, 5, 10 or 30 minutes.',
    kelvit: 'Weight off, then 10 minutes. Longer if you like; never less.',
    setting: 'restMinutes',
  },
  {
    id: 'lids-hot',
    question: 'Lids in hot water first?',
    schools: 'Always; only washed.',
    kelvit: 'As your lid’s maker says. On, it joins the checklist.',
    setting: 'lidsInHotWater',
  },
  {
    id: 'rims',
    question: 'Vinegar on the rims?',
    schools: 'Many wipe with vinegar, some with water.',
    kelvit: 'Vinegar by default; it lifts grease.',
    setting: 'wipeRimsWithVinegar',
  },
  {
    id: 'vinegar',
    question: 'Vinegar in the canner water?',
    schools: 'Always; only in hard water; never.',
    kelvit: 'Off by default. On, it joins the checklist.',
    setting: 'vinegarInCanner',
  },
  {
    id: 'salt',
    question: 'Salt in the jars?',
    schools: 'Each jar; none; this kind or that.',
    kelvit: 'A matter of taste, off by default. On, amounts per jar are shown.',
    setting: 'salt',
  },
  {
    id: 'bands',
    question: 'Bands in storage?',
    schools: 'Off, so that a failed seal shows and nothing rusts; on.',
    kelvit: 'Off by default. The reminder can be turned off.',
    setting: 'bandsOff',
  },
  {
    id: 'potatoes',
    question: 'Peel potatoes?',
    schools: 'Skins are kept by some.',
    kelvit: 'The tested process peels, so Kelvit does.',
  },
  {
    id: 'jars',
    question: 'Jars again and again?',
    schools: 'Until nicked; retired after so many runs.',
    kelvit: 'Until nicked, or your number of runs. Jars from bought food never go under pressure.',
    setting: 'retireJarAfterRuns',
  },
  {
    id: 'lids',
    question: 'Flat lids again?',
    schools: 'Some do.',
    kelvit: 'Never: each run draws a new lid.',
  },
  {
    id: 'multi',
    question: 'Electric multi-cookers?',
    schools: 'Some have a canning button.',
    kelvit: 'Not as canners: their pressure and heat are not shown to hold.',
  },
  {
    id: 'tomatoes',
    question: 'Tomatoes in boiling water or under pressure?',
    schools: 'Both exist in the tested guides.',
    kelvit:
      'Pressure options only, and always acid in the jar. The boiling-water process is in the guides.',
    setting: 'tomatoOption',
  },
  {
    id: 'keeps',
    question: 'How long does a sealed jar keep?',
    schools: 'One year; 18 months; two to three; while sealed.',
    kelvit:
      'Best quality 12 months, a look-over at 24, until you say otherwise. Age makes no sound jar unsafe and no doubtful jar safe.',
    setting: 'bestMonths',
  },
  {
    id: 'opened',
    question: 'And an opened jar?',
    schools: 'One or two days; about a week.',
    kelvit: 'Three to four days in the fridge; tomatoes about a week.',
  },
  {
    id: 'untested',
    question: 'Family recipes?',
    schools: 'Habit.',
    kelvit:
      'Recorded honestly if you say so, never planned; such jars are marked and stay off the pull list.',
  },
]
