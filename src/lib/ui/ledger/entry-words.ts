import { GRADE_NAMES } from '$core/bench/squeeze';
import { massText } from '$core/quantity/display';
import type { UnitSystem } from '$core/quantity/unit';
import { INGREDIENTS, type MaterialKind } from '$core/reference/ingredients';
import { COVER_NAMES } from '$core/heap/drying';
import type { Container, LearnedFigure } from '$core/heap/entry';
import { TEST_NAMES } from '$core/heap/entry-names';
import { PLACE_NAMES } from '$core/heap/place';
import type { HeapTestKind } from '$core/bench/heap-test';
import { GUIDES, guided } from '../bench/guides';

/** An entry as the interface gives it. */
export interface LedgerRow extends Record<string, unknown> {
  id: number;
  kind: string;
  at: string;
  note: string | null;
  version: number;
  undone_at: string | null;
}

/** The ingredient's name for a reader: a handbook material or a plain role. */
export function ingredientName(ingredient: string): string {
  const known = INGREDIENTS[ingredient as MaterialKind];
  return (known?.name ?? ingredient).replace(/, dry$|, damp bag$/, '').toLowerCase();
}

interface AdditionFields {
  ingredient: string;
  kg: number;
}

/** What happened, and how much of it, in a few words: one line of the ledger. */
export function entryWords(row: LedgerRow, system: UnitSystem): { what: string; amount: string } {
  const kg = (value: unknown, sign: '+' | '−' | '' = '') => `${sign}${massText(Number(value), system)}`;
  switch (row.kind) {
    case 'mixed': {
      const additions = row.additions as AdditionFields[];
      const total = additions.reduce((sum, each) => sum + each.kg, 0);
      return {
        what: `mixed in: ${additions.map((each) => ingredientName(each.ingredient)).join(', ')}`,
        amount: kg(total, '+')
      };
    }
    case 'added':
      return { what: `${ingredientName(String(row.ingredient))} added`, amount: kg(row.kg, '+') };
    case 'bought':
      return { what: 'ready-mixed sand bought in', amount: kg(row.kg, '+') };
    case 'water':
      return { what: 'water', amount: kg(row.kg, '+') };
    case 'dried':
      return { what: 'spread and dried off', amount: kg(row.kg, '−') };
    case 'discarded':
      return { what: row.burnt ? 'burnt sand thrown out' : 'thrown out', amount: kg(row.kg, '−') };
    case 'spilled':
      return { what: 'spilled', amount: kg(row.kg, '−') };
    case 'drawn':
      return { what: 'drawn for a mold', amount: kg(row.kg, '−') };
    case 'returned':
      return row.kg === undefined || row.kg_source === 'learned'
        ? { what: 'returned from a mold, not weighed', amount: row.kg === undefined ? '' : kg(row.kg, '+') }
        : {
            what: row.rest_lost ? 'returned from a mold, the rest spilled' : 'returned from a mold',
            amount: kg(row.kg, '+')
          };
    case 'learning':
      return learningWords(row);
    case 'poured':
      return row.burnt_kg === undefined || row.burnt_source === 'learned'
        ? {
            what: `poured ${kg(row.metal_kg)} of metal; sand burnt, worked out`,
            amount: row.burnt_kg === undefined ? '' : kg(row.burnt_kg)
          }
        : { what: 'poured; sand burnt', amount: kg(row.burnt_kg) };
    case 'moved':
      return { what: `moved: ${containerWords(row.container as Container)}`, amount: '' };
    case 'tested':
      return testWords(row);
    default:
      return { what: row.note ?? 'note', amount: '' };
  }
}

/** Where a heap stands, in a few words. */
export function containerWords({ cover, place = 'shed' }: Pick<Container, 'cover' | 'place'>): string {
  return place === 'shed' ? COVER_NAMES[cover] : `${COVER_NAMES[cover]}, ${PLACE_NAMES[place]}`;
}

const LEARNED_WORDS: Record<LearnedFigure, [name: string, unit: string]> = {
  drying: ['drying', '×'],
  'rammed-density': ['rammed density', 'kg/L'],
  spill: ['spill', '%'],
  burn: ['burning', 'kg/kg']
};

function learningWords(row: LedgerRow): { what: string; amount: string } {
  const [name, unit] = LEARNED_WORDS[row.of as LearnedFigure];
  return typeof row.value === 'number'
    ? { what: `${name} held`, amount: `${row.value}\u202f${unit}` }
    : { what: `${name} learned anew`, amount: '' };
}

function testWords(row: LedgerRow): { what: string; amount: string } {
  const words = readingWords(row);
  const of = row.batch_entry_id ? ' of a batch' : '';
  const out = row.excluded_reason ? ` (left out: ${String(row.excluded_reason)})` : '';
  return { ...words, what: `${words.what}${of}${out}` };
}

function readingWords(row: LedgerRow): { what: string; amount: string } {
  const test = row.test as { kind: HeapTestKind; method?: string };
  const result = row.result as {
    grade?: keyof typeof GRADE_NAMES;
    moisture_percent?: number;
    tells_water?: boolean;
    likely_fineness_number?: number;
  };
  if (test.kind === 'squeeze') {
    const lifeless = result.tells_water === false && result.grade === 2;
    return {
      what: `squeeze: ${lifeless ? 'moist but lifeless' : GRADE_NAMES[result.grade ?? 3]}`,
      amount: `grade ${result.grade}`
    };
  }
  const name = TEST_NAMES[test.kind];
  if (test.kind === 'moisture') {
    return { what: `${name}, ${test.method}`, amount: `${(result.moisture_percent ?? 0).toFixed(1)}\u202f%` };
  }
  // A sieve test gives the standard's sum first; what a whole stack would have shown is the better figure.
  const figure =
    result.likely_fineness_number ?? Object.values(result).find((value) => typeof value === 'number');
  const { decimals, unit } = guided(test.kind) ? GUIDES[test.kind].figure : { decimals: 1, unit: '' };
  const digits = typeof figure === 'number' ? figure.toFixed(decimals) : '';
  return { what: name, amount: unit ? `${digits}\u202f${unit}` : digits };
}

// Made once: a formatter costs far more to make than to use.
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const DAY_AND_YEAR = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: '2-digit' });

const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The time of day, in the reader's own zone. */
export const shortTime = (iso: string): string => TIME.format(new Date(iso));

/** A day short enough for a list, in the reader's own zone; the year only when it is another. */
export function shortDate(iso: string, now = Date.now()): string {
  const date = new Date(iso);
  const sameYear = date.getFullYear() === new Date(now).getFullYear();
  return (sameYear ? DAY : DAY_AND_YEAR).format(date);
}
