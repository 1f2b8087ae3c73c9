import type { SqueezeReading } from '../../src/core/bench/formula/squeeze';
import type { Chance } from '../../src/lib/server/demo/chance';

/** Somebody who squeezes: a lasting bias, and, of some, the habit of naming all a grade off. */
export interface Hand {
  name: string;
  bias: number;
  /** Added to every grade. */
  off: -1 | 0 | 1;
  /** Share of the squeezes that are named a grade off by chance. */
  slips: number;
}

export function someHand(by: Chance, name: string): Hand {
  const off = by.between(0, 1) < 0.05 ? (by.between(0, 1) < 0.5 ? -1 : 1) : 0;
  return { name, bias: by.noise(0.06), off, slips: off === 0 ? 0.06 : 0 };
}

const LIMITS = [0.67, 0.9, 1.1, 1.37];

const ANSWERS: readonly SqueezeReading[] = [
  { holds: false, shrinks: false, breaks: 'crumbles', palm: 'clean', prints: 'none' },
  { holds: true, shrinks: true, breaks: 'crumbles', palm: 'clean', prints: 'blurred' },
  { holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' },
  { holds: true, shrinks: true, breaks: 'bends', palm: 'film', prints: 'blurred' },
  { holds: false, shrinks: true, breaks: 'bends', palm: 'smeared', prints: 'blurred' }
];

/**
 * @param factor true temper as a multiple of the aim
 * @param shared error of this hand with this very sand, drawn once until the sand changes
 */
export function squeezeOf(hand: Hand, factor: number, shared: number, by: Chance): SqueezeReading {
  const felt = factor + hand.bias + shared + by.noise(0.05);
  let grade = LIMITS.filter((limit) => felt >= limit).length;
  grade += hand.off;
  if (by.between(0, 1) < hand.slips) grade += by.between(0, 1) < 0.5 ? -1 : 1;
  return ANSWERS[Math.min(4, Math.max(0, grade))]!;
}

export const anySqueeze = (by: Chance): SqueezeReading => by.pick(ANSWERS);
