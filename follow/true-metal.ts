/**
 * Metal as it really is where somebody follows Brunkel: nothing here is taken from its own reckoning. Figures are from
 * common tables of casting alloys, and freezing goes by the rule of volume over surface.
 */

/** What an alloy is by the tables; kg/m³ and °C. */
export interface TrueMetal {
  liquid_kg_m3: number;
  liquidus_c: number;
  /** Hotter in the furnace it takes up gas or burns. */
  spoils_c: number;
  /** Lost to dross, least and most, of what is charged. */
  dross: readonly [number, number];
  /** Time to freeze over the square of volume over surface, s/m². */
  freezes_s_m2: number;
}

const metal = (
  liquid_kg_m3: number,
  liquidus_c: number,
  spoils_c: number,
  dross: readonly [number, number],
  freezes_s_m2: number
): TrueMetal => ({ liquid_kg_m3, liquidus_c, spoils_c, dross, freezes_s_m2 });

/**
 * Of aluminium and iron by cubes that were timed: 80 mm solid after 366 s, 100 mm after 587 s. The others by what heat they
 * give to sand, over how hot they keep it, squared, against aluminium's.
 */
export const TRUE_METALS = {
  aluminium: metal(2390, 613, 830, [0.01, 0.05], 2.06e6),
  'zinc-12': metal(5650, 432, 610, [0.005, 0.03], 2.4e6),
  'tin-bronze': metal(8050, 1000, 1300, [0.015, 0.04], 1.5e6),
  pewter: metal(6950, 295, 430, [0.005, 0.02], 2.2e6),
  'zinc-4': metal(6080, 387, 510, [0.005, 0.02], 2.3e6),
  'yellow-brass': metal(7650, 910, 1130, [0.03, 0.075], 1.6e6),
  copper: metal(7950, 1085, 1300, [0.015, 0.04], 1.4e6),
  iron: metal(6850, 1200, 1520, [0.02, 0.06], 2.11e6)
} as const satisfies Record<string, TrueMetal>;
export type MetalName = keyof typeof TRUE_METALS;

/** A body of metal in a mold. */
export interface MetalBody {
  what: string;
  volume_m3: number;
  /** Through which it loses its heat to sand. */
  cooled_m2: number;
}

/** When the last of some bodies is solid, s after the pour, and which that is; each freezes by itself. */
export function lastToFreeze(
  bodies: readonly MetalBody[],
  { freezes_s_m2 }: TrueMetal
): { what: string; seconds: number } {
  const all = bodies.map(({ what, volume_m3, cooled_m2 }) => ({
    what,
    seconds: freezes_s_m2 * (volume_m3 / cooled_m2) ** 2
  }));
  return all.reduce((last, each) => (each.seconds > last.seconds ? each : last));
}

/** The way in as it is told, each length m. */
export interface ToldGating {
  sprue: { top_m: number; bottom_m: number; length_m: number };
  basin: { depth_m: number; length_m: number; width_m: number };
  well: { diameter_m: number; depth_m: number };
  runner: { width_m: number; height_m: number; length_m: number };
  ingates: { count: number; width_m: number; height_m: number };
  riser: { count: number; diameter_m: number; height_m: number } | null;
}

/** A gate's length from runner to casting, m. */
const GATE_M = 0.02;
/** Walls of a basin cut by hand slope: what it holds of its box. */
const BASIN_SLOPES = 0.65;
/** An open top loses its heat more slowly than sand takes it. */
const OPEN_TOP = 0.4;

/** What stands of metal in a way in that somebody cut as it was told. @param cut how much larger each length came out */
export function cutGating(told: ToldGating, cut: () => number): MetalBody[] {
  const { sprue, basin, well, runner, ingates, riser } = told;
  const [top, foot] = [sprue.top_m * cut(), sprue.bottom_m * cut()];
  const slant = Math.hypot(sprue.length_m, (top - foot) / 2);
  const [length, width, depth] = [basin.length_m * cut(), basin.width_m * cut(), basin.depth_m * cut()];
  const [wide, high] = [runner.width_m * cut(), runner.height_m * cut()];
  const [gate_w, gate_h] = [ingates.width_m * cut(), ingates.height_m * cut()];
  const well_d = well.diameter_m * cut();
  const disc = (d: number) => (Math.PI / 4) * d * d;
  return [
    {
      what: 'sprue',
      volume_m3: (Math.PI * sprue.length_m * (top * top + top * foot + foot * foot)) / 12,
      cooled_m2: (Math.PI * slant * (top + foot)) / 2
    },
    {
      what: 'basin',
      volume_m3: BASIN_SLOPES * length * width * depth,
      cooled_m2: length * width * (1 + OPEN_TOP) + 2 * depth * (length + width)
    },
    {
      what: 'well',
      volume_m3: disc(well_d) * well.depth_m,
      cooled_m2: disc(well_d) + Math.PI * well_d * well.depth_m
    },
    {
      what: 'runner',
      volume_m3: wide * high * runner.length_m,
      cooled_m2: 2 * (wide + high) * runner.length_m
    },
    {
      what: 'gates',
      volume_m3: ingates.count * gate_w * gate_h * GATE_M,
      cooled_m2: ingates.count * 2 * (gate_w + gate_h) * GATE_M
    },
    ...Array.from({ length: riser?.count ?? 0 }, () => ({
      what: 'riser',
      volume_m3: disc(riser!.diameter_m) * riser!.height_m,
      cooled_m2: disc(riser!.diameter_m) * (1 + OPEN_TOP) + Math.PI * riser!.diameter_m * riser!.height_m
    }))
  ];
}

/** A casting that is a plain block: what of it stands above the parting. */
export interface Block {
  length_m: number;
  width_m: number;
  height_m: number;
  above_m: number;
}

export const blockVolume = ({ length_m, width_m, height_m }: Block): number => length_m * width_m * height_m;

export const blockBody = (block: Block): MetalBody => {
  const { length_m: l, width_m: w, height_m: h } = block;
  return { what: 'casting', volume_m3: blockVolume(block), cooled_m2: 2 * (l * w + l * h + w * h) };
};

/**
 * What lifts the cope as all of it is liquid, kg: the head of metal over each block, less what of the block stands in the
 * cope; and over the runner.
 */
export function trueLift(
  blocks: readonly Block[],
  { runner, sprue }: ToldGating,
  { liquid_kg_m3 }: TrueMetal
): number {
  const of_blocks = blocks.reduce(
    (sum, { length_m, width_m, above_m }) => sum + length_m * width_m * (sprue.length_m - above_m),
    0
  );
  return liquid_kg_m3 * (of_blocks + runner.width_m * runner.length_m * (sprue.length_m - runner.height_m));
}
