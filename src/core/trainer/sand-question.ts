import { GRADE_LIMITS, type SqueezeReading } from '../bench/formula/squeeze';
import { seeded } from '../judge/seeded';

/** What is the matter with a sand, as the hand can tell it; each is a card of its own. */
export const SAND_FAULTS = ['dry', 'short', 'temper', 'soft', 'wet', 'lifeless', 'weak'] as const;
export type SandFault = (typeof SAND_FAULTS)[number];

/** What one does about it. */
export const REMEDIES = ['water', 'nothing', 'dry-off', 'fines', 'clay'] as const;
export type Remedy = (typeof REMEDIES)[number];

/** How hard: 1 far from every border, 3 near one, with a look or two that misleads. */
export type Level = 1 | 2 | 3;

/** Looks that one can take, each told by one drawing. */
export const LOOKS = ['holds', 'shrinks', 'breaks', 'palm', 'prints'] as const;
export type LookAt = (typeof LOOKS)[number];

export interface SandQuestion {
  fault: SandFault;
  /** Temper ratio over the aimed one. */
  factor: number;
  /** Where it lies among the grades, 1 to 5, halves and all. */
  grade: number;
  looks: SqueezeReading;
  remedy: Remedy;
  /** The look that tells this fault from its neighbours. */
  tells: LookAt;
}

/** Where the temper factor of each fault lies, by how hard it is asked: its middle, and how far it may be off it. */
const FACTORS: Record<SandFault, { middle: number; reach: Record<Level, number> }> = {
  dry: { middle: 0.55, reach: { 1: 0.05, 2: 0.08, 3: 0.12 } },
  short: { middle: 0.79, reach: { 1: 0.03, 2: 0.06, 3: 0.1 } },
  temper: { middle: 1, reach: { 1: 0.03, 2: 0.06, 3: 0.09 } },
  soft: { middle: 1.22, reach: { 1: 0.04, 2: 0.08, 3: 0.11 } },
  wet: { middle: 1.5, reach: { 1: 0.05, 2: 0.08, 3: 0.14 } },
  lifeless: { middle: 1.15, reach: { 1: 0.08, 2: 0.12, 3: 0.16 } },
  weak: { middle: 1, reach: { 1: 0.05, 2: 0.08, 3: 0.1 } }
};

const REMEDY: Record<SandFault, Remedy> = {
  dry: 'water',
  short: 'water',
  temper: 'nothing',
  soft: 'dry-off',
  wet: 'dry-off',
  lifeless: 'fines',
  weak: 'clay'
};
const TELLS: Record<SandFault, LookAt> = {
  dry: 'holds',
  short: 'breaks',
  temper: 'prints',
  soft: 'palm',
  wet: 'palm',
  lifeless: 'shrinks',
  weak: 'shrinks'
};

/**
 * How far a look strays from what the sand would show, in temper factor, by how hard it is: as far as still lets one who weighs
 * all looks be right in 97 of 100.
 */
const STRAYS: Record<Level, number> = { 1: 0.01, 2: 0.04, 3: 0.055 };

/** Where a temper factor lies among the grades: a grade is a fifth of the aimed ratio. */
export const gradeOf = (factor: number): number => Math.min(5.5, Math.max(0.5, 3 + (factor - 1) / 0.2));

/**
 * A sand of unknown make and what it answers to a squeeze, a break, the palm and the prints: the same for the same seed.
 *
 * Each look has a border of its own and strays about it, so that the looks of one lump need not agree.
 */
export function sandQuestion(fault: SandFault, level: Level, seed: number): SandQuestion {
  const random = seeded(seed);
  const { middle, reach } = FACTORS[fault];
  const factor = middle + (2 * random() - 1) * reach[level];
  const looked = () => factor + STRAYS[level] * (random() + random() + random() - 1.5);
  const lifeless = fault === 'lifeless';
  const weak = fault === 'weak';
  const [grip, give, edge, hand, skin] = [looked(), looked(), looked(), looked(), looked()];
  // Moist sand that lacks clay still holds; one that lacks fines mostly runs. Neither packs in the fist.
  const holds = weak || (lifeless ? grip > 1.2 : grip > GRADE_LIMITS[1]);
  const breaks: SqueezeReading['breaks'] = !holds
    ? 'crumbles'
    : lifeless || weak
      ? 'crumbles'
      : edge < 0.86
        ? 'crumbles'
        : edge < 0.93
          ? 'ragged'
          : edge < 1.13
            ? 'crisp'
            : 'bends';
  const palm: SqueezeReading['palm'] =
    lifeless || weak || (hand >= 1.1 && hand < 1.34) ? 'film' : hand < 1.1 ? 'clean' : 'smeared';
  const prints: SqueezeReading['prints'] =
    !holds || lifeless ? 'none' : skin < 0.88 || weak ? 'blurred' : 'sharp';
  return {
    fault,
    factor,
    grade: gradeOf(factor),
    looks: { holds, shrinks: !lifeless && !weak && give > 0.74, breaks, palm, prints },
    remedy: REMEDY[fault],
    tells: TELLS[fault]
  };
}

/** Whether an answer says what the sand is: its grade to the nearest, and what it wants. */
export function sandAnswerRight(question: SandQuestion, answer: { grade: number; remedy: Remedy }): boolean {
  // Of sand that lacks clay or fines the grade says nothing of the water.
  const grade_right =
    question.fault === 'lifeless' ||
    question.fault === 'weak' ||
    Math.abs(answer.grade - question.grade) <= 0.75;
  return grade_right && answer.remedy === question.remedy;
}
