// The longest that any one request makes others wait. Starts a Kelvit of its own, sends the worst
// requests known one by one, and asks for something small every few milliseconds meanwhile.
//   npm run bench -- waits
import { v7 as uuidv7 } from 'uuid'
import { ownKelvit } from './kelvit.mjs'

const { ask, base, end } = await ownKelvit('waits')

const event = (n, ...lines) =>
  [
    'BEGIN:VEVENT',
    `UID:e${n}`,
    'DTSTAMP:20260801T000000Z',
    `SUMMARY:Event ${n}`,
    ...lines,
    'END:VEVENT',
  ].join('\r\n')
const calendar = (events) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//t//EN', ...events, 'END:VCALENDAR'].join('\r\n')
const many = (count, ...lines) =>
  calendar(Array.from({ length: count }, (_, n) => event(n, ...lines)))
const printed =
  'A line of the day sheet that is as long as it may be, with words to break it at, over and over again. '
    .repeat(3)
    .slice(0, 300)
const deep = (n) => '['.repeat(n) + ']'.repeat(n)
const portion = () => ({
  lotId: uuidv7(),
  formId: 'beans-snap',
  pack: 'hot',
  jar: 'quart',
  mouth: 'regular',
  jars: 7,
})

const WORST = {
  'calendar: an event from the year 1': [
    'POST',
    '/api/calendar-import',
    { text: many(1, 'DTSTART:00010101T060000', 'DURATION:PT1H', 'RRULE:FREQ=DAILY') },
  ],
  'calendar: fifty daily rules from 1970': [
    'POST',
    '/api/calendar-import',
    { text: many(50, 'DTSTART:19700101T060000', 'DURATION:PT1H', 'RRULE:FREQ=DAILY') },
  ],
  'calendar: 200 kB of daily rules': [
    'POST',
    '/api/calendar-import',
    { text: many(1300, 'DTSTART:19700101T060000', 'DURATION:PT1H', 'RRULE:FREQ=DAILY') },
  ],
  'calendar: 200 kB of counted rules': [
    'POST',
    '/api/calendar-import',
    {
      text: many(
        1100,
        'DTSTART:19000101T060000',
        'DURATION:PT1H',
        'RRULE:FREQ=DAILY;BYDAY=MO,TU,WE,TH,FR,SA;COUNT=99999',
      ),
    },
  ],
  'calendar: days that never come': [
    'POST',
    '/api/calendar-import',
    {
      text: many(
        40,
        'DTSTART:19700101T060000',
        'DURATION:PT1H',
        'RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30',
      ),
    },
  ],
  'day sheet: the largest': [
    'POST',
    '/api/day-sheet.pdf',
    {
      title: printed,
      finish: printed,
      loads: Array.from({ length: 20 }, () => ({ name: printed, process: printed })),
      steps: Array.from({ length: 140 }, () => ({
        at: '17:00',
        text: printed.slice(0, 200),
        who: printed.slice(0, 60),
      })),
      supplies: Array.from({ length: 40 }, () => ({
        name: printed.slice(0, 120),
        amount: printed.slice(0, 60),
      })),
    },
  ],
  'season plan: 600 loads, none possible': [
    'PUT',
    '/api/season-plan',
    {
      seen: [],
      loads: Array.from({ length: 600 }, () => ({
        id: uuidv7(),
        onDate: '2026-08-15',
        cannerId: uuidv7(),
        portions: [portion()],
        pinned: false,
      })),
    },
  ],
  'season plan: 250 kB of wrong fields': [
    'PUT',
    '/api/season-plan',
    {
      seen: [],
      loads: Array.from({ length: 600 }, () => ({
        id: 'x',
        onDate: '2026-02-30',
        cannerId: 3,
        portions: Array.from({ length: 6 }, () => ({ a: 1, b: 2 })),
        pinned: 'x',
      })),
    },
  ],
  'JSON nested 100,000 deep': ['POST', '/api/lot-moves', `{"lots":${deep(100_000)}}`],
  'JSON: 250 kB of small arrays': [
    'POST',
    '/api/lot-moves',
    `{"lots":[${'[],'.repeat(80_000)}[]]}`,
  ],
  'a weigh-in line of 300 odd characters': [
    'GET',
    `/api/estimate?line=${encodeURIComponent('1½ '.repeat(99))}`,
  ],
  'a mixed jar of 300 ingredients': [
    'GET',
    `/api/mixed-jar?jar=quart&gauge=dial&altitudeFt=0&ingredients=${'ab,'.repeat(199)}`,
  ],
  'a passphrase': [
    'POST',
    '/api/session',
    { name: 'nobody at all', passphrase: 'wrong words here' },
  ],
}

try {
  const small = '/api/method?form=beets&pack=hot&jar=pint&gauge=dial&altitudeFt=0'
  const wait = async () => {
    const from = performance.now()
    await fetch(base + small).then((a) => a.text())
    return performance.now() - from
  }
  for (let i = 0; i < 50; i++) await wait()
  const idle = []
  for (let i = 0; i < 100; i++) idle.push(await wait())
  idle.sort((a, b) => a - b)
  console.log(
    `alone: ${idle[50].toFixed(1)} ms at the median, ${idle.at(-1).toFixed(1)} ms at most`,
  )
  let worst = 0
  for (const [name, [method, path, body]] of Object.entries(WORST)) {
    const from = performance.now()
    let done = false
    const request = ask(method, path, body).finally(() => (done = true))
    let most = 0
    do most = Math.max(most, await wait())
    while (!done)
    const { status } = await request
    worst = Math.max(worst, most)
    console.log(
      `${name.padEnd(42)} ${String(status)}  ${(performance.now() - from).toFixed(0).padStart(5)} ms itself, others wait ${most.toFixed(0).padStart(4)} ms at most`,
    )
  }
  console.log(
    `the longest wait: ${worst.toFixed(0)} ms (wanted: under 250), ${(worst / idle[50]).toFixed(0)} × an answer alone`,
  )
} finally {
  await end()
}
