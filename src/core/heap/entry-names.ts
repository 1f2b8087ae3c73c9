import type { HeapTestKind } from '$core/bench/heap-test';
import type { EventKind } from './entry';

/** What each kind of entry is called in a ledger; searching a ledger searches these words. */
export const ENTRY_NAMES: Record<EventKind, string> = {
  mixed: 'mixed in',
  added: 'ingredient added',
  bought: 'ready-mixed sand bought in',
  water: 'water',
  dried: 'spread and dried off',
  discarded: 'thrown out',
  spilled: 'spilled',
  drawn: 'drawn for a mold',
  returned: 'returned from a mold',
  poured: 'poured; sand burnt',
  moved: 'moved or covered',
  learning: 'learned figure',
  tested: 'test',
  noted: 'note'
};

/** What each test is called. */
export const TEST_NAMES: Record<HeapTestKind, string> = {
  moisture: 'moisture by drying',
  probe: 'moisture probe',
  squeeze: 'squeeze',
  compactability: 'compactability',
  'green-compression': 'green compression',
  permeability: 'permeability',
  shatter: 'shatter',
  'clay-wash': 'clay wash',
  ignition: 'loss on ignition',
  'methylene-blue': 'methylene blue',
  sieve: 'sieve',
  hardness: 'surface hardness'
};

/** The kinds whose name holds the words; case does not matter. */
export function kindsNamed<K extends string>(names: Record<K, string>, words: string): K[] {
  const sought = words.trim().toLowerCase();
  return (Object.keys(names) as K[]).filter((kind) => names[kind].includes(sought));
}
