import { fixed } from '../../quantity/display';
import { composition, portion, totalMass } from '$core/material/composition';
import { BURNT, HEAP, bodyOf, burntIn, moldsOut, outOf, toVector, type Bodies } from '../state/bodies';
import { entryKind, signed, weighingSd } from '../state/kind';
import { after, moved, type Move } from '../state/moves';
import { UNUSUAL, habitQuestion, tenth, words } from '../state/question';

/** Sand that came back from molds. */
export interface Returned {
  kind: 'returned';
  kg: number;
  /** What is still out will not come back. */
  rest_lost?: boolean | undefined;
  /** False: the mass was worked out from what was out and the spill learned so far. */
  weighed?: boolean | undefined;
}

export const returned = entryKind({
  kind: 'returned',
  name: 'returned from a mold',
  title: 'Came back from a mold',
  fields: {
    /** Left out: all that was out, less what is usually spilled. */
    kg: {
      type: 'mass',
      label: 'How much',
      hint: ({ spill_percent }) =>
        `Left empty: all that was out, less the ${fixed(spill_percent ?? 2, 1)} % usually spilled`,
      optional: true
    },
    /** Nothing more will come back of what is out. */
    rest_lost: {
      type: 'yes-no',
      label: 'Was that all of it?',
      no: 'More will come',
      yes: 'That was all; the rest is on the floor',
      asked: (known) => known.value('kg') !== undefined,
      optional: true
    }
  },
  read({ kg, rest_lost }, { out_kg, learned }): Returned {
    if (kg !== undefined) return { kind: 'returned', kg, ...(rest_lost && { rest_lost }) };
    return { kind: 'returned', kg: out_kg() * (1 - learned('spill')), rest_lost: true, weighed: false };
  },
  show: ({ kg, weighed, rest_lost }: Returned) => ({
    kg,
    kg_source: weighed === false ? 'learned' : 'your entry',
    rest_lost: rest_lost ?? false
  }),
  words: ({ kg, kg_source, rest_lost }, mass) =>
    kg === undefined || kg_source === 'learned'
      ? { what: 'returned from a mold, not weighed', amount: signed('+', mass, kg) }
      : {
          what: rest_lost ? 'returned from a mold, the rest spilled' : 'returned from a mold',
          amount: signed('+', mass, kg)
        },
  effect(event: Returned, { bodies, mold: named, names_mold, scale_g }) {
    const molds = names_mold ? [named] : moldsOut(bodies);
    const out = molds.reduce((sum, key) => sum + outOf(bodies, key), 0);
    const sd = weighingSd(event.kg, scale_g) + (event.weighed === false ? 0.02 * event.kg : 0);
    const moves: Move[] = [];
    const share = out > 0 ? Math.min(1, event.kg / out) : 0;
    for (const mold of molds) {
      const burnt = bodies.has(burntIn(mold)) ? burntIn(mold) : null;
      const there = outOf(bodies, mold);
      if (!(there > 0)) continue;
      // Sand and what burnt in it come back together, on one weighing.
      const along = burnt ? { from: burnt, to: BURNT } : undefined;
      if (share < 1) {
        const kg = share * there;
        moves.push({ do: 'carry', from: mold, to: HEAP, kg, sd: (sd * there) / out, along });
      }
      if (share < 1 && !event.rest_lost) continue;
      moves.push({ do: 'merge', from: mold, to: share === 1 ? HEAP : null });
      if (burnt) moves.push({ do: 'merge', from: burnt, to: share === 1 ? BURNT : null });
    }
    const more = event.kg - out;
    if (more > 1e-9 * event.kg) {
      // More than was out is more of the same; of a heap that holds nothing, plain grain.
      const heap = bodyOf(all(bodies, moves), HEAP);
      const like = totalMass(heap) > 0 ? heap : composition({ grain: 1 });
      const parts = portion(like, more);
      moves.push({
        do: 'arrive',
        to: HEAP,
        parts,
        noise: [[toVector(portion(like, 1)), sd]]
      });
    }
    const lost_kg = event.rest_lost ? Math.max(0, out - event.kg) : 0;
    return {
      moves,
      teaches: { of: 'returned', kg: event.kg, weighed: event.weighed !== false, lost_kg }
    };
  },
  amounts: ({ kg, weighed }: Returned) => (weighed === false ? [] : [['returned', kg]]),
  question({ kg, rest_lost, weighed }: Returned, { belief, out_kg }) {
    if (weighed === false) return null;
    if (!(out_kg > 0)) return habitQuestion(belief, 'returned', kg, 'kg');
    if (kg > 1.25 * out_kg + 0.2)
      return {
        path: 'kg',
        message: `Only about ${words(out_kg)} was out: did ${words(kg)} come back?`,
        likely_kg: tenth(kg, out_kg)
      };
    if (rest_lost && kg < out_kg / UNUSUAL)
      return {
        path: 'kg',
        message: `About ${words(out_kg)} was out, and only ${words(kg)} of it came back?`,
        likely_kg: tenth(kg, out_kg)
      };
    return null;
  }
});

const all = (bodies: Bodies, moves: readonly Move[]) =>
  moves.reduce((there, move) => after(there, moved(there, move)), bodies);
