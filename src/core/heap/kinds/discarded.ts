import { totalMass } from '$core/material/composition';
import { FOUND_SHARE_SD } from '$core/reference/accuracy';
import { BURNT, HEAP, bodyOf, moldsOut, burntIn, type BodyKey } from '../state/bodies';
import { entryKind, signed, weighingSd } from '../state/kind';
import type { Move } from '../state/moves';
import { habitQuestion, mostQuestion } from '../state/question';

/** Sand thrown out; burnt sand takes what was burnt first. */
export interface Discarded {
  kind: 'discarded';
  kg: number;
  burnt: boolean;
  /** Share of the burnt sand that was found and thrown out, where the sorter can tell, 0–1. */
  found?: number | undefined;
}

export const discarded = entryKind({
  kind: 'discarded',
  name: 'thrown out',
  title: 'Sand thrown out',
  fields: {
    kg: { type: 'mass', label: 'How much' },
    burnt: {
      type: 'yes-no',
      label: 'Was it burnt?',
      no: 'No',
      yes: 'Yes, black or reddened',
      optional: true
    },
    /** Share of the black sand that was found. */
    found_percent: {
      type: 'percent',
      label: 'Share of the black sand that you found',
      hint: 'Left empty: as much as there was, give or take',
      asked: (known) => known.value('burnt') === 1,
      most: 100,
      optional: true
    }
  },
  rule: ({ burnt, found_percent }) =>
    found_percent === undefined
      ? null
      : !burnt
        ? { path: 'found_percent', message: 'is of burnt sand: say that it was burnt' }
        : found_percent === 0
          ? { path: 'found_percent', message: 'must be more than 0: something was thrown out' }
          : null,
  read: ({ kg, burnt, found_percent }): Discarded => ({
    kind: 'discarded',
    kg,
    burnt: burnt ?? false,
    ...(found_percent !== undefined && { found: found_percent / 100 })
  }),
  show: ({ kg, burnt, found }: Discarded) => ({
    kg,
    burnt,
    ...(found !== undefined && { found_percent: Number((found * 100).toPrecision(12)) })
  }),
  words: ({ kg, burnt, found_percent }, mass) => ({
    what: burnt
      ? `burnt sand thrown out${found_percent === undefined ? '' : `, ${String(found_percent)} % of it found`}`
      : 'thrown out',
    amount: signed('−', mass, kg)
  }),
  effect(event: Discarded, { bodies, scale_g }) {
    const moves: Move[] = [];
    let left = event.kg;
    const piles: BodyKey[] = event.burnt
      ? [BURNT, ...moldsOut(bodies).map(burntIn)].filter((key) => totalMass(bodyOf(bodies, key)) > 0)
      : [];
    for (const from of piles) {
      const kg = Math.min(left, totalMass(bodyOf(bodies, from)));
      if (!(kg > 0)) break;
      // What the eye took for burnt and the scale weighs are not the same to the gram: the pile stays unsure.
      moves.push({ do: 'carry', from, to: null, kg, sd: weighingSd(kg, scale_g) });
      left -= kg;
    }
    // More than was known to be burnt: it came out of the heap.
    if (left > 1e-9 * event.kg)
      moves.push({ do: 'carry', from: HEAP, to: null, kg: left, sd: weighingSd(left, scale_g) });
    return {
      moves,
      ...(event.burnt && { teaches: { of: 'sorted', kg: event.kg / (event.found ?? 1) } as const }),
      ...(event.found !== undefined &&
        piles.length > 0 && {
          weighed: { of: piles, share: event.found, share_sd: FOUND_SHARE_SD * event.found, kg: event.kg }
        })
    };
  },
  amounts: ({ burnt, kg }: Discarded) => [[burnt ? 'sorted' : 'discarded', kg]],
  question: ({ burnt, kg }: Discarded, { belief }) =>
    habitQuestion(belief, burnt ? 'sorted' : 'discarded', kg, 'kg') ?? mostQuestion(belief, kg)
});
