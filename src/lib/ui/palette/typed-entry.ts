import { INGREDIENTS, MATERIAL_KINDS, type MaterialKind } from '$core/reference/ingredients';
import { bareMassUnit } from '$core/quantity/display';
import { parseQuantity } from '$core/quantity/parse';
import type { UnitSystem } from '$core/quantity/unit';
import type { WrittenKind } from '$core/heap/kinds';

export interface NamedHeap {
  id: number;
  name: string;
}

export interface NamedLot {
  id: number;
  kind: MaterialKind;
  name: string;
  supplier: string | null;
}

/** An entry that was typed in a line: which heap it is of, and what it says. */
export interface TypedEntry {
  heap: NamedHeap;
  body: {
    kind: WrittenKind;
    kg?: number;
    ingredient?: string;
    lot_id?: number;
    note?: string;
    burnt?: boolean;
  };
  /** The amount as it was typed. */
  typed: string | null;
}

/** Words that say what happened; the first that stands in the line counts. */
const VERBS: readonly (readonly [words: RegExp, kind: WrittenKind])[] = [
  [/^(water|wet|splash(ed)?)$/, 'water'],
  [/^(out|threw|thrown|discard(ed)?)$/, 'discarded'],
  [/^(spill|spilt|spilled|spillage)$/, 'spilled']
];

/** Words without a meaning of their own here. */
const FILLERS = new Set([
  'of',
  'into',
  'in',
  'to',
  'the',
  'for',
  'on',
  'add',
  'added',
  'heap',
  'and',
  'a',
  'from'
]);

/**
 * Reads a line such as `water 200 g gate`, `gate bentonite 0.5 kg`, `spilled 1 lb`, `note gate: crust on top`.
 *
 * @param here the heap whose page is open, or the only one: meant where none is named
 * @returns null where the line is no entry
 */
export function typedEntry(
  line: string,
  heaps: readonly NamedHeap[],
  lots: readonly NamedLot[],
  system: UnitSystem,
  here: NamedHeap | null = heaps.length === 1 ? heaps[0]! : null
): TypedEntry | null {
  const note = /^note\s+([^:]*?)\s*:\s*(\S.*)$/i.exec(line.trim());
  if (note) {
    const heap = note[1] ? heapNamed(note[1].split(/\s+/), heaps) : here;
    return heap && { heap, body: { kind: 'noted', note: note[2]!.trim() }, typed: null };
  }
  const amount = amountIn(line, system);
  if (!amount) return null;
  const words = amount.rest
    .toLowerCase()
    .split(/[\s,]+/)
    .filter((word) => word !== '' && !FILLERS.has(word));
  const verb = VERBS.find(([pattern]) => words.some((word) => pattern.test(word)));
  const others = verb ? words.filter((word) => !verb[0].test(word)) : words;
  const burnt = others.includes('burnt');
  const named = others.filter((word) => word !== 'burnt');
  const stuff = verb ? null : materialNamed(named, lots);
  if (!verb && !stuff) return null;
  const heap = heapNamed(stuff ? named.filter((word) => !stuff.words.has(word)) : named, heaps) ?? here;
  if (!heap) return null;
  const { kg, typed } = amount;
  if (stuff) return { heap, body: { kind: 'added', kg, ...stuff.fields }, typed };
  const kind = verb![1];
  return { heap, body: { kind, kg, ...(kind === 'discarded' && { burnt }) }, typed };
}

/** The first amount of a line, the longest that can be read (2 lb 6 oz), and the words around it. */
function amountIn(line: string, system: UnitSystem): { kg: number; typed: string; rest: string } | null {
  const tokens = line.trim().split(/\s+/);
  for (let from = 0; from < tokens.length; from++) {
    if (!/^[\d½¼¾.,]/.test(tokens[from]!)) continue;
    for (let to = Math.min(tokens.length, from + 5); to > from; to--) {
      const typed = tokens.slice(from, to).join(' ');
      const read = parseQuantity(typed, 'mass', bareMassUnit('small', system), 1);
      if (read.ok && read.si > 0)
        return { kg: read.si, typed, rest: [...tokens.slice(0, from), ...tokens.slice(to)].join(' ') };
    }
  }
  return null;
}

/** The heap one of whose words begins as one of these does; null where none or several do. */
function heapNamed(words: readonly string[], heaps: readonly NamedHeap[]): NamedHeap | null {
  const found = heaps.filter(({ name }) =>
    name
      .toLowerCase()
      .split(/\s+/)
      .some((part) => words.some((word) => word.length > 1 && part.startsWith(word.toLowerCase())))
  );
  return found.length === 1 ? found[0]! : null;
}

/** What is in stock goes before what only the handbook knows. */
function materialNamed(
  words: readonly string[],
  lots: readonly NamedLot[]
): { fields: { ingredient: string; lot_id?: number }; words: Set<string> } | null {
  const matching = (name: string) =>
    words.filter(
      (word) =>
        word.length > 2 &&
        name
          .toLowerCase()
          .split(/[\s,()-]+/)
          .some((part) => part.startsWith(word))
    );
  const best = [
    ...lots.map(({ id, kind, name, supplier }) => ({
      fields: { ingredient: kind as string, lot_id: id },
      words: matching(`${name} ${supplier ?? ''} ${kind}`)
    })),
    ...MATERIAL_KINDS.filter((kind) => kind !== 'water').map((kind) => ({
      fields: { ingredient: kind as string },
      words: matching(`${INGREDIENTS[kind].name} ${kind}`)
    }))
  ].reduce((a, b) => (b.words.length > a.words.length ? b : a));
  return best.words.length > 0 ? { fields: best.fields, words: new Set(best.words) } : null;
}
