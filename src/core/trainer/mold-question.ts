import { seeded } from '../judge/seeded';

/** What will go wrong with a drawn mold; each is a card of its own. */
export const MOLD_FAULTS = [
  'sound',
  'margin',
  'gate-below-floor',
  'vent-in-pattern',
  'no-trap',
  'thin-cope',
  'wet-facing'
] as const;
export type MoldFault = (typeof MOLD_FAULTS)[number];

/**
 * A mold in section through its gate, mm from the lower left corner of the drag, heights upward; and its parting from
 * above, where the runner goes along the casting's side, past the gate.
 */
export interface DrawnMold {
  width: number;
  /** From front to back. */
  breadth: number;
  drag: number;
  cope: number;
  /** The casting as it lies: in the drag up to the parting, and above it into the cope; so far across. */
  pattern: { from: number; to: number; depth: number; above: number; across: number };
  /** Over the runner, so far before the gate. */
  sprue: { width: number; before: number };
  runner: { from: number; width: number; floor: number; height: number };
  /** The gate's own floor, above or below that of the runner; in the middle of the casting's side. */
  gate: { floor: number; height: number; width: number };
  /** The runner goes on past the gate by so much. */
  trap: number;
  vents: { at: number; foot: number }[];
  facing: number;
  /** Of the facing, % water. */
  facing_moisture: number;
}

/** What holds for all drawn molds here: light alloy, castings under half a kilogram (handbook default). */
const LEAST = { wall: 25, over: 40, head: 75, under: 30, vent: 5, trap: 12, wet: 4.6 } as const;

const between = (random: () => number, low: number, high: number) => low + (high - low) * random();

/**
 * A mold drawn from a seed with one fault, or none. How far the fault goes over the line falls with the level.
 */
export function moldQuestion(fault: MoldFault, level: 1 | 2 | 3, seed: number): DrawnMold {
  const random = seeded(seed);
  const strength = { 1: 1, 2: 0.6, 3: 0.35 }[level];
  const length = between(random, 70, 130);
  const left_margin =
    fault === 'margin' ? LEAST.wall - between(random, 8, 18) * strength - 2 : between(random, 32, 48);
  const depth = between(random, 14, 30);
  const above = between(random, 0, 16);
  const across = between(random, 90, 120);
  const before = between(random, 28, 44);
  const gate_width = between(random, 10, 18);
  const sprue_width = between(random, 14, 20);
  // The sprue wants its sand to the wall too.
  const breadth = Math.max(
    across + 2 * between(random, 40, 48),
    gate_width + 2 * before + sprue_width + 2 * between(random, 30, 38)
  );
  const trap = fault === 'no-trap' ? 0 : between(random, 16, 26);
  const from = left_margin;
  const to = from + length;
  const runner_from = to + between(random, 12, 16);
  const runner_width = between(random, 10, 14);
  const width = runner_from + Math.max(runner_width, sprue_width) + between(random, 32, 42);
  const drag = depth + between(random, 36, 52);
  const cope_full = Math.max(above + LEAST.over, LEAST.head + above) + between(random, 8, 24);
  const cope = fault === 'thin-cope' ? above + LEAST.over - between(random, 8, 16) * strength - 2 : cope_full;
  const runner_height = between(random, 8, 12);
  const runner_floor = drag - runner_height;
  const gate_height = between(random, 4, 6);
  const gate_floor =
    fault === 'gate-below-floor'
      ? runner_floor - 2 - between(random, 1, 4) * strength
      : runner_floor + between(random, 1, 3);
  const top = drag + above;
  const many = 2 + Math.floor(2 * random());
  const bad_vent = Math.floor(many * random());
  const vents = Array.from({ length: many }, (_, i) => ({
    at: from + ((i + 0.5) / many) * length,
    foot:
      fault === 'vent-in-pattern' && i === bad_vent
        ? top - between(random, 2, 8) * strength - 1
        : top + between(random, 8, 14)
  }));
  return {
    width,
    breadth,
    drag,
    cope,
    pattern: { from, to, depth, above, across },
    sprue: { width: sprue_width, before },
    runner: { from: runner_from, width: runner_width, floor: runner_floor, height: runner_height },
    gate: { floor: gate_floor, height: gate_height, width: gate_width },
    trap,
    vents,
    facing: between(random, 8, 14),
    facing_moisture:
      fault === 'wet-facing' ? LEAST.wet + 0.3 + between(random, 0.5, 2) * strength : between(random, 3, 4.1)
  };
}

/** Sand between what is filled with metal and each wall: left, right, behind and in front. */
function wallsOf({ width, breadth, pattern, runner, sprue, gate, trap }: DrawnMold): number[] {
  const beside = (breadth - pattern.across) / 2;
  const gate_edge = (breadth - gate.width) / 2;
  const right_of = runner.from + (runner.width + Math.max(runner.width, sprue.width)) / 2;
  return [
    pattern.from,
    width - right_of,
    Math.min(beside, gate_edge - sprue.before - sprue.width / 2),
    Math.min(beside, gate_edge - trap)
  ];
}

/** What is wrong with a drawn mold, by its measures alone; none: it is sound. */
export function faultsOf(mold: DrawnMold): Exclude<MoldFault, 'sound'>[] {
  const { pattern, vents, drag, cope } = mold;
  const top = drag + pattern.above;
  const found: Exclude<MoldFault, 'sound'>[] = [];
  if (Math.min(...wallsOf(mold)) < LEAST.wall) found.push('margin');
  if (mold.gate.floor < mold.runner.floor) found.push('gate-below-floor');
  if (vents.some(({ foot }) => foot < top + LEAST.vent)) found.push('vent-in-pattern');
  if (mold.trap < LEAST.trap) found.push('no-trap');
  if (cope - pattern.above < LEAST.over) found.push('thin-cope');
  if (mold.facing_moisture > LEAST.wet) found.push('wet-facing');
  return found;
}

export const MOLD_FAULT_WORDS: Record<MoldFault, { name: string; why: string }> = {
  sound: {
    name: 'It will come out sound',
    why: 'Margins, gate, trap, vents, cope and facing are all as they should be.'
  },
  margin: {
    name: 'Too little sand to the wall',
    why: 'Under 25 mm the sand gets hot right through: the casting shrinks on that side and the flask chars.'
  },
  'gate-below-floor': {
    name: 'The gate lies below the runner’s floor',
    why: 'Sand and dross run along the floor and straight into the casting. Cut the gate above it.'
  },
  'vent-in-pattern': {
    name: 'A vent reaches into the pattern',
    why: 'Metal climbs the vent and leaves a spike, and the gas has no way out. Stop a finger short.'
  },
  'no-trap': {
    name: 'The runner has no trap',
    why: 'The first metal, cold and dirty, goes into the casting. Let the runner end past the gate.'
  },
  'thin-cope': {
    name: 'The cope is too thin',
    why: 'Under 40 mm over the casting it drops out when lifted, and there is too little head to fill it.'
  },
  'wet-facing': {
    name: 'The facing is too wet',
    why: 'Steam goes into the metal as blows under the skin, and may throw it. Nobody pours on that.'
  }
};
