import type { CsvInKind } from '@kelvit/contract'
import { sayDate, showWeight } from '@kelvit/core'
import { food, form, jar, jarWords, mouth, nameOf, note, type Sheet } from './csv-field'
import { HOUSE_FIELDS } from './csv-fields-house'
import {
  oneWord,
  readCount,
  readDay,
  readMore,
  readPast,
  readShelf,
  readText,
  readWeight,
} from './csv-readers'

/** What may stand in a file of each kind. */
export const CSV_FIELDS: Readonly<Record<CsvInKind, Sheet>> = {
  pantry: {
    fields: [
      {
        name: 'code',
        required: false,
        heads: ['batch', 'label', 'id'],
        help: 'A jar’s code. One that is here already is left as it is.',
        read: readText(20),
      },
      food(),
      form,
      jar(true),
      mouth,
      {
        name: 'canned_on',
        required: true,
        heads: ['canned', 'date', 'date canned', 'day', 'put up'],
        help: 'The day you canned it, such as 2026-08-14, 14 Aug 2026 or 14.8.2026.',
        read: readPast,
      },
      {
        name: 'count',
        required: false,
        heads: ['jars', 'quantity', 'qty', 'number', 'how many'],
        help: 'How many jars like this. Empty means one.',
        read: readCount(1, 500),
      },
      {
        name: 'shelf',
        required: false,
        heads: ['place', 'location', 'where'],
        help: 'A shelf by its name here.',
        read: readShelf,
      },
      {
        name: 'state',
        required: false,
        heads: ['status'],
        help: 'Empty means on the shelf. Kelvit doesn’t import jars that were eaten, given, discarded or set aside.',
        read: oneWord(
          { 'on shelf': 'on-shelf', here: 'on-shelf' },
          'Only jars on a shelf are imported.',
        ),
      },
      {
        name: 'seal',
        required: false,
        heads: ['sealed'],
        help: 'Left out, sealed. A jar that is not is never shelved.',
        read: oneWord(
          { sealed: 'sealed', yes: 'sealed', 'sealed low liquid': 'sealed' },
          'A jar that didn’t seal or lost half its liquid can’t go on the shelf.',
        ),
      },
      {
        name: 'held',
        required: false,
        heads: ['hold'],
        help: 'Filled if the jar is set aside because of its load. Such a jar isn’t imported.',
        read: () => ({ trouble: 'This jar is set aside because of its load’s judgement.' }),
      },
      {
        name: 'process',
        required: false,
        heads: ['known', 'tested'],
        help: 'Write “told” if you know that it was processed as tested. Empty means that nobody knows: eat it soon or not at all.',
        read: oneWord(
          { told: 'told', unknown: 'unknown', yes: 'told', no: 'unknown' },
          'Write told or unknown.',
        ),
      },
      {
        name: 'got_from',
        required: false,
        heads: ['from', 'giver'],
        help: 'Who it came from.',
        read: readText(80),
      },
    ],
    words: (v) =>
      `${jarWords(v)}, canned ${sayDate(String(v.canned_on))}${v.shelf ? `, ${String(v.shelf)}` : ''}${v.process === 'told' ? '' : ', process unknown'}`,
  },
  lots: {
    fields: [
      {
        name: 'id',
        required: false,
        heads: [],
        help: 'As Kelvit writes it out. A lot that is here already is left as it is.',
        read: (cell) =>
          /^[0-9a-f]{8}-([0-9a-f]{4}-){3}[0-9a-f]{12}$/i.test(cell)
            ? { value: cell.toLowerCase() }
            : { trouble: 'This is not an id Kelvit makes.' },
      },
      food(),
      form,
      jar(false),
      {
        name: 'lb',
        required: true,
        heads: [
          'amount',
          'weight',
          'kg',
          'pounds',
          'quantity',
          'weight kg',
          'weight lb',
          'lbs',
          'how much',
        ],
        help: 'How much: 14 lb, 6,5 kg, 1½ bu, or a number in the column’s or the house’s unit.',
        read: readWeight,
      },
      {
        name: 'variety',
        required: false,
        heads: ['sort', 'cultivar'],
        help: 'Its variety.',
        read: readText(60),
      },
      {
        name: 'arrived_on',
        required: true,
        heads: ['arrived', 'date', 'picked', 'picked on', 'day', 'harvested', 'harvested on'],
        help: 'The day it came in, or is expected.',
        read: readDay,
      },
      {
        name: 'storage',
        required: false,
        heads: ['kept', 'stored'],
        help: 'Write room or cool. Empty means room.',
        read: oneWord(
          { room: 'room', cool: 'cool', cold: 'cool', fridge: 'cool', cellar: 'cool' },
          'Say room or cool.',
        ),
      },
      {
        name: 'source',
        required: false,
        heads: ['origin'],
        help: 'Write garden, bought or given. Empty means garden.',
        read: oneWord(
          { garden: 'garden', bought: 'bought', given: 'given' },
          'Say garden, bought or given.',
        ),
      },
      {
        name: 'price_per_lb',
        required: false,
        heads: ['price', 'price lb'],
        help: 'What a pound cost, in the household’s currency.',
        read: readMore(0, 100_000),
      },
      {
        name: 'state',
        required: false,
        heads: [],
        help: 'Write in-house or expected. Empty means in-house. Kelvit doesn’t import finished lots.',
        read: oneWord(
          { 'in house': 'in-house', expected: 'expected', here: 'in-house' },
          'Only lots in the house or expected are imported.',
        ),
      },
      note,
    ],
    words: (v, units) =>
      `${showWeight(Number(v.lb), units)} of ${nameOf(v.food)}, ${v.state === 'expected' ? 'expected' : 'in the house'} ${sayDate(String(v.arrived_on))}`,
  },
  ...HOUSE_FIELDS,
}
