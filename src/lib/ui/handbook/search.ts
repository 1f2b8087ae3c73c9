import MiniSearch from 'minisearch';
import { stemmer } from 'stemmer';
import { entries, type Entry } from './chapters';
import { SAID_AS } from './said-as';

/** Words that stand in any question and tell nothing of it. */
const EMPTY_WORDS = new Set(
  'a an and are as at be but by can do does for from get gets go has have how i if in is it its long many me much my not of off on one or so that the then there this to up was what when where which why will with you your'.split(
    ' '
  )
);
/** What is said in two ways is looked for in one. */
const SAME: Readonly<Record<string, string>> = {
  aluminum: 'aluminium',
  mould: 'mold',
  moulding: 'molding',
  gray: 'grey',
  burned: 'burnt',
  sift: 'sieve',
  stuck: 'stick',
  fell: 'fall',
  broke: 'break',
  broken: 'break',
  froze: 'freeze'
};
/** So many are looked through. */
const MOST_FOUND = 8;
/** A shorter word is typed right. */
const LONG_ENOUGH_TO_SLIP = 4;

/** A word without its accents and endings; null where it tells nothing. */
function rootOf(word: string): string | null {
  const plain = word
    .toLowerCase()
    .replaceAll('ß', 'ss')
    .replaceAll('ł', 'l')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '');
  return EMPTY_WORDS.has(plain) ? null : stemmer(SAME[plain] ?? plain);
}

const saidAs = ({ href, name }: Entry): string =>
  SAID_AS[href.split('#')[1] ?? ''] ??
  Object.entries(SAID_AS).find(([words]) => !href.includes('#') && name.startsWith(words))?.[1] ??
  '';

let index: { search: MiniSearch; all: readonly Entry[] } | null = null;
function indexed() {
  if (index) return index;
  const all = entries();
  const search = new MiniSearch({
    fields: ['name', 'said', 'text'],
    tokenize: (text) => text.match(/[\p{L}\p{N}]+/gu) ?? [],
    processTerm: rootOf,
    searchOptions: {
      boost: { name: 3, said: 2.5 },
      prefix: (term) => term.length >= 3,
      fuzzy: (term) => (term.length >= LONG_ENOUGH_TO_SLIP ? 0.2 : false),
      weights: { fuzzy: 0.25, prefix: 0.4 }
    }
  });
  search.addAll(all.map((entry, id) => ({ id, name: entry.name, said: saidAs(entry), text: entry.text })));
  return (index = { search, all });
}

/**
 * What the handbook has of some words, likeliest first: in whatever form or spelling they stand, or as people call it.
 *
 * @source BM25+ over names, sayings and texts; Porter's stems; words a fifth off count for less
 */
export function found(words: string): Entry[] {
  const { search, all } = indexed();
  const hits = search.search(words);
  const best = hits[0]?.score ?? 0;
  // What matches a quarter as well says something else.
  return hits
    .filter(({ score }) => score > 0.25 * best)
    .slice(0, MOST_FOUND)
    .map(({ id }) => all[id as number]!);
}
