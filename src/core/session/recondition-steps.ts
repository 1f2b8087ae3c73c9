import type { System } from '../reference/targets';

/** How sand is mulled by whoever has no mill. */
export const MULLING_WAYS = ['foot', 'paddle', 'mixer', 'hand'] as const;
export type MullingWay = (typeof MULLING_WAYS)[number];

/** Minutes to begin with, and for each kilogram; what one turns at a time, kg (handbook default). */
const MULLING: Record<MullingWay, { first_min: number; min_per_kg: number; at_once_kg: number }> = {
  foot: { first_min: 5, min_per_kg: 0.35, at_once_kg: 40 },
  paddle: { first_min: 4, min_per_kg: 0.25, at_once_kg: 15 },
  mixer: { first_min: 6, min_per_kg: 0.1, at_once_kg: 60 },
  hand: { first_min: 6, min_per_kg: 0.6, at_once_kg: 12 }
};

/** How long sand of this mass is mulled, s, by loads where it does not go at once. */
export function mullingTime(kg: number, way: MullingWay): number {
  const { first_min, min_per_kg, at_once_kg } = MULLING[way];
  const loads = Math.max(1, Math.ceil(kg / at_once_kg - 1e-9));
  return 60 * (loads * first_min + min_per_kg * kg);
}

/** Steps of putting sand right after a pour, in the order in which they are done. */
const RECONDITION_STEPS = [
  'cool',
  'sort',
  'rubbish',
  'break',
  'magnet',
  'riddle',
  'riddle-fine',
  'discard',
  'spread',
  'dose-dry',
  'mix-dry',
  'splash',
  'oil',
  'mull',
  'rest',
  'riddle-again',
  'test',
  'last-splash'
] as const;
export type ReconditionStep = (typeof RECONDITION_STEPS)[number];

export interface SandToRecondition {
  system: System;
  kg: number;
  /** Still warm from the pour. */
  hot: boolean;
  /** Until it has cooled, s. */
  cools_s: number;
  /** Crumbs of resin sand, plaster or investment in it. */
  rubbish: boolean;
  /** Facing sand is made of it too. */
  facing: boolean;
  /** To be thrown out, of clay or sand or fines to be added, of water and of oil, kg. */
  discard_kg: number;
  dry_kg: number;
  water_kg: number;
  oil_kg: number;
  splashes: number;
  way: MullingWay;
}

export interface DueStep {
  kind: ReconditionStep;
  /** `splash` and its like come several times. */
  turn: number;
  turns: number;
  /** How long it takes or is waited for at the least, s. */
  seconds: number;
  kg: number | null;
}

/** Clay drinks for so long at the least, s (handbook default: 15 minutes, overnight is best). */
const REST_S = 900;

/**
 * What is done with one heap after a pour, in order, with what is not asked of it left out.
 *
 * Source: usual bench practice (handbook default).
 */
export function reconditionSteps(sand: SandToRecondition): DueStep[] {
  const { system, kg } = sand;
  const one = (kind: ReconditionStep, seconds: number, of: number | null = null): DueStep[] => [
    { kind, turn: 1, turns: 1, seconds, kg: of }
  ];
  const oil = system === 'oil';
  return RECONDITION_STEPS.flatMap((kind): DueStep[] => {
    switch (kind) {
      case 'cool':
        return sand.hot ? one(kind, sand.cools_s) : [];
      case 'rubbish':
        return sand.rubbish ? one(kind, 300) : [];
      case 'riddle-fine':
        return sand.facing ? one(kind, 300) : [];
      case 'discard':
        return sand.discard_kg > 0 ? one(kind, 120, sand.discard_kg) : [];
      case 'spread':
        return sand.hot ? one(kind, 900) : [];
      case 'dose-dry':
        return sand.dry_kg > 0 ? one(kind, 180, sand.dry_kg) : [];
      case 'mix-dry':
        return sand.dry_kg > 0 ? one(kind, 60 * (3 + 0.05 * kg)) : [];
      case 'splash':
        return oil || !(sand.water_kg > 0)
          ? []
          : Array.from({ length: sand.splashes }, (_, i) => ({
              kind,
              turn: i + 1,
              turns: sand.splashes,
              seconds: 90,
              kg: sand.water_kg / sand.splashes
            }));
      case 'oil':
        return oil && sand.oil_kg > 0 ? one(kind, 180, sand.oil_kg) : [];
      case 'mull':
        return one(kind, mullingTime(kg, sand.way) * (oil ? 1.5 : 1));
      case 'rest':
        return oil ? [] : one(kind, REST_S);
      case 'magnet':
      case 'break':
      case 'sort':
        return one(kind, 240);
      case 'riddle':
      case 'riddle-again':
        return one(kind, 60 * (2 + 0.2 * kg));
      case 'test':
        return one(kind, 120);
      case 'last-splash':
        // Only where the test asks for it.
        return [];
    }
  });
}
