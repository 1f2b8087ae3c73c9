import { entryKind } from '../state/kind';
import {
  LEARNED_FIGURES,
  LEARNED_RANGE,
  LEARNED_SI,
  LEARNED_WORDS,
  type LearnedFigure
} from '../state/learned-figure';

/** Holds a learned figure at `value` (SI) from here on, or, with null, starts learning it anew. */
export interface Learning {
  kind: 'learning';
  of: LearnedFigure;
  value: number | null;
}

export const learning = entryKind({
  kind: 'learning',
  name: 'learned figure',
  title: null,
  fields: {
    of: { type: 'choice', label: 'Which figure', of: LEARNED_FIGURES },
    /** Drying as a factor, density in kg/L, spill in % of what was drawn, burning in kg of sand per kg of metal. */
    value: { type: 'learned-value', optional: true }
  },
  rule({ of, value }) {
    // What is no figure of a heap at all is refused at its own field.
    if (value === undefined || !Object.hasOwn(LEARNED_RANGE, of)) return null;
    const { min, max, unit } = LEARNED_RANGE[of];
    if (value >= min && value <= max) return null;
    return { path: 'value', message: `must be ${min} to ${max} ${unit}`.trim() };
  },
  read: ({ of, value }): Learning => ({
    kind: 'learning',
    of,
    value: value === undefined ? null : value * LEARNED_SI[of]
  }),
  show: ({ of, value }: Learning) => ({ of, value: value === null ? null : value / LEARNED_SI[of] }),
  words({ of, value }) {
    const { name, unit } = LEARNED_WORDS[of as LearnedFigure];
    return typeof value === 'number'
      ? { what: `${name} held`, amount: `${value}\u202f${unit}` }
      : { what: `${name} learned anew`, amount: '' };
  },
  effect: ({ of, value }: Learning) => ({ moves: [], holds: { of, value } })
});
