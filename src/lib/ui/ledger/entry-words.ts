import { GRADE_NAMES } from '$core/bench/squeeze';
import { massText } from '$core/quantity/display';
import type { UnitSystem } from '$core/quantity/unit';
import { INGREDIENTS, type MaterialKind } from '$core/reference/ingredients';
import { COVER_NAMES, type Cover } from '$core/heap/drying';
import { GUIDES } from '../bench/guides';

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
      return { what: 'returned from a mold', amount: kg(row.kg, '+') };
    case 'poured':
      return { what: 'poured; sand burnt', amount: kg(row.burnt_kg) };
    case 'moved':
      return { what: `moved: ${COVER_NAMES[(row.container as { cover: Cover }).cover]}`, amount: '' };
    case 'tested':
      return testWords(row);
    default:
      return { what: row.note ?? 'note', amount: '' };
  }
}

function testWords(row: LedgerRow): { what: string; amount: string } {
  const words = readingWords(row);
  return row.excluded_reason
    ? { ...words, what: `${words.what} (left out: ${String(row.excluded_reason)})` }
    : words;
}

function readingWords(row: LedgerRow): { what: string; amount: string } {
  const test = row.test as { kind: string; method?: string };
  const result = row.result as {
    grade?: keyof typeof GRADE_NAMES;
    moisture_percent?: number;
    tells_water?: boolean;
  };
  if (test.kind === 'squeeze') {
    const lifeless = result.tells_water === false && result.grade === 2;
    return {
      what: `squeeze: ${lifeless ? 'moist but lifeless' : GRADE_NAMES[result.grade ?? 3]}`,
      amount: `grade ${result.grade}`
    };
  }
  if (test.kind === 'moisture') {
    return {
      what: `moisture by drying, ${test.method}`,
      amount: `${(result.moisture_percent ?? 0).toFixed(1)}\u202f%`
    };
  }
  const figure = Object.values(result).find((value) => typeof value === 'number');
  const guide = GUIDES[test.kind as keyof typeof GUIDES];
  const { decimals, unit } = guide?.figure ?? { decimals: 1, unit: '' };
  const digits = typeof figure === 'number' ? figure.toFixed(decimals) : '';
  return { what: (guide?.name ?? test.kind).toLowerCase(), amount: unit ? `${digits}\u202f${unit}` : digits };
}

// Made once: a formatter costs far more to make than to use.
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const DAY_AND_YEAR = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: '2-digit' });

/** A day short enough for a list, in the reader's own zone; the year only when it is another. */
export function shortDate(iso: string, now = Date.now()): string {
  const date = new Date(iso);
  const sameYear = date.getFullYear() === new Date(now).getFullYear();
  return (sameYear ? DAY : DAY_AND_YEAR).format(date);
}
