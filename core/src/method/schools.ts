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
    schools: 'Tested books sometimes print different minutes for the same jar.',
    kelvit: 'The built-in table with its source. You can run longer, never shorter.',
  },
  {
    id: 'pack',
    question: 'Raw or hot pack?',
    schools: 'Some want firmer food; others want fuller jars and better color.',
    kelvit:
      'Kelvit offers both if both are tested. Hot is the default: it floats less and keeps its liquid.',
    setting: 'defaultPack',
  },
  {
    id: 'vent',
    question: 'How long to vent?',
    schools: 'By the clock, or less by habit or by the look of the steam.',
    kelvit: 'Always 10 minutes. Air left inside makes the canner cooler at the same pressure.',
  },
  {
    id: 'gauge',
    question: 'Dial or weight?',
    schools: 'Some like to see the pressure, others to hear it.',
    kelvit:
      'Both work, and so do canners with both. Under Gear, choose which gauge regulates each canner.',
  },
  {
    id: 'cushion',
    question: 'How high above target?',
    schools: 'Exactly on target, or a little over as a cushion.',
    kelvit: 'Kelvit shows the tested target plus your cushion as the band to hold.',
    setting: 'cushionPsi',
  },
  {
    id: 'longer',
    question: 'Longer than the table says?',
    schools: 'Some use the tested minutes, others add some.',
    kelvit: 'The tested minutes. You can add minutes to every load, never subtract.',
    setting: 'extraMinutes',
  },
  {
    id: 'rest',
    question: 'How long after zero?',
    schools: 'Some open at once, others wait a while.',
    kelvit: 'Weight off, then 10 minutes. You can wait longer, never less.',
    setting: 'restMinutes',
  },
  {
    id: 'open-wait',
    question: 'Wait in the open canner?',
    schools:
      'Some take the jars out at once. Others leave them 5 to 30 minutes, so they lose less liquid.',
    kelvit:
      'You choose: for every load, for one food, or just tonight. Tomatoes wait at least 5 minutes.',
    setting: 'openMinutes',
  },
  {
    id: 'burner',
    question: 'Off the hot burner?',
    schools:
      'Some slide the canner off an electric coil when they turn the heat off. Others leave it there.',
    kelvit:
      'Never lift it under pressure. Leave it or slide it, as its manual says. Under Gear, tell Kelvit what the canner stands on.',
  },
  {
    id: 'lids-hot',
    question: 'Lids in hot water first?',
    schools: 'Some heat them, others only wash them.',
    kelvit: 'Follow the box. Turn it on to add it to the checklist.',
    setting: 'lidsInHotWater',
  },
  {
    id: 'rims',
    question: 'Vinegar on the rims?',
    schools: 'Some wipe with vinegar, others with water.',
    kelvit: 'Vinegar by default, because it removes grease.',
    setting: 'wipeRimsWithVinegar',
  },
  {
    id: 'vinegar',
    question: 'Vinegar in the canner water?',
    schools: 'Some always add it, others only in hard water, others never.',
    kelvit: 'Off by default. Turn it on to add it to the checklist.',
    setting: 'vinegarInCanner',
  },
  {
    id: 'salt',
    question: 'Salt in the jars?',
    schools: 'Some salt every jar, others none.',
    kelvit: 'It’s a matter of taste and off by default. Turn it on to see amounts per jar.',
    setting: 'salt',
  },
  {
    id: 'bands',
    question: 'Bands in storage?',
    schools: 'Some take them off, others leave them on.',
    kelvit: 'Off by default: a failed seal shows and nothing rusts. You can turn the reminder off.',
    setting: 'bandsOff',
  },
  {
    id: 'potatoes',
    question: 'Peel potatoes?',
    schools: 'Some keep the skins on.',
    kelvit: 'The tested process is for peeled potatoes.',
  },
  {
    id: 'jars',
    question: 'How long to reuse jars?',
    schools: 'Some use a jar until it’s nicked, others retire it after a number of runs.',
    kelvit:
      'Until it’s nicked, or after your number of runs. Never use jars from bought food under pressure.',
    setting: 'retireJarAfterRuns',
  },
  {
    id: 'lids',
    question: 'Reuse flat lids?',
    schools: 'Some do.',
    kelvit: 'Never. Every run uses a new lid.',
  },
  {
    id: 'multi',
    question: 'Electric multi-cookers?',
    schools: 'Some are sold with a canning program.',
    kelvit: 'Kelvit doesn’t treat them as canners. The tested times are for stovetop canners.',
  },
  {
    id: 'tomatoes',
    question: 'Tomatoes in boiling water or under pressure?',
    schools: 'The tested guides have both.',
    kelvit:
      'Kelvit shows pressure only, always with acid. The guides have the boiling-water process.',
    setting: 'tomatoOption',
  },
  {
    id: 'keeps',
    question: 'How long does a sealed jar keep?',
    schools: 'From a year to as long as it stays sealed.',
    kelvit:
      'Best quality for 12 months and a check at 24, unless you change it. Age alone doesn’t make a sound jar unsafe or a doubtful jar safe.',
    setting: 'bestMonths',
  },
  {
    id: 'opened',
    question: 'And an opened jar?',
    schools: 'Shorter or longer, by habit.',
    kelvit:
      'Three to four days in the fridge, as the public guides say. Tomatoes keep a little longer.',
  },
  {
    id: 'untested',
    question: 'Family recipes?',
    schools: 'Family habit.',
    kelvit:
      'You can record them. Kelvit never plans them, marks the jars, and keeps them off the pull list.',
  },
]
