import type { Alloy } from '../reference/alloys';
import type { CastingBox } from './casting';
import { fit } from './fit';
import type { Flask } from './flask';
import { keptLayout } from './placement';

/** What is asked: which castings, at most so many of each, and into which flasks. */
export interface MixesQuestion {
  flasks: readonly Flask[];
  metal: Alloy;
  wanted: readonly { pattern_id: number; count: number; casting: CastingBox }[];
}

/** Castings that go into a flask together: of each pattern so many. */
export type Mix = { pattern_id: number; count: number }[];

/** Places that are looked at for one mix: a dozen castings are laid in far fewer, or not at all. */
const LOOKS = 10_000;
/** Castings of one pattern in a mold are tried up to so many. */
const MOST_IN_MOLD = 24;

/**
 * What each flask takes: of each pattern alone one, two and so on as long as they fit, and of all together in turn.
 *
 * @param tell is told after each flask how far it is
 * @returns for each flask its mixes
 */
export function possibleMixes(
  { flasks, metal, wanted }: MixesQuestion,
  tell: (progress: { doing: string; done: number }) => void = () => undefined
): Mix[][] {
  return flasks.map((flask, i) => {
    tell({ doing: 'laying', done: i / flasks.length });
    return mixesIn(flask, wanted, metal);
  });
}

function mixesIn(flask: Flask, wanted: MixesQuestion['wanted'], metal: Alloy): Mix[] {
  const castings = new Map(wanted.map(({ pattern_id, casting }) => [pattern_id, casting]));
  const found = new Map<string, Mix>();
  const too_much: Mix[] = [];
  const keep = (mix: Mix) => found.set(JSON.stringify(mix), mix);
  const takes = (mix: Mix): boolean => {
    if (found.has(JSON.stringify(mix))) return true;
    // What did not go in does not with more beside it.
    if (too_much.some((less) => isPartOf(less, mix))) return false;
    const boxes = mix.flatMap(({ pattern_id, count }) =>
      Array.from({ length: count }, () => castings.get(pattern_id)!)
    );
    const taken = keptLayout(boxes, metal, flask, LOOKS) !== null;
    if (!taken) too_much.push(mix);
    return taken;
  };
  const tall = (box: CastingBox) =>
    fit([box], metal, flask).short.some(({ side }) => side === 'cope' || side === 'drag');
  const usable = wanted.filter(({ casting }) => !tall(casting));
  const alone = new Map<number, number>();
  for (const { pattern_id, count } of usable)
    for (let n = 1; n <= Math.min(count, MOST_IN_MOLD); n++) {
      if (!takes([{ pattern_id, count: n }])) break;
      alone.set(pattern_id, n);
      keep([{ pattern_id, count: n }]);
    }
  // Mixed: one of each in turn, as long as one more goes in; begun with each of them.
  for (const first of usable) {
    const counts = new Map<number, number>();
    const order = [first, ...usable.filter((each) => each !== first)];
    for (let more = true; more;) {
      more = false;
      for (const { pattern_id, count } of order) {
        const now = counts.get(pattern_id) ?? 0;
        if (now >= Math.min(count, alone.get(pattern_id) ?? 0)) continue;
        const mix = [...new Map(counts).set(pattern_id, now + 1)]
          .map(([id, n]) => ({ pattern_id: id, count: n }))
          .sort((a, b) => a.pattern_id - b.pattern_id);
        if (!takes(mix)) continue;
        counts.set(pattern_id, now + 1);
        keep(mix);
        more = true;
      }
    }
  }
  return [...found.values()];
}

const isPartOf = (less: Mix, mix: Mix): boolean =>
  less.every(({ pattern_id, count }) =>
    mix.some((each) => each.pattern_id === pattern_id && each.count >= count)
  );
