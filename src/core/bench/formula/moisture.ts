import { KITCHEN_SCALE_G, MOISTURE_SD, SCOOP_SD_SHARE, scaleSd } from '$core/reference/accuracy';

export type DryingMethod = keyof typeof MOISTURE_SD;

export const DRYING_METHODS = Object.keys(MOISTURE_SD) as DryingMethod[];
/** Oil-bonded sand burns in a microwave and over a flame: what is left for it. */
export const OIL_DRYING_METHODS: readonly DryingMethod[] = ['oven', 'lamp'];

export interface MoistureReading {
  /** The empty pan. */
  pan_g: number;
  /** Pan and damp sand. */
  wet_g: number;
  /** Pan and dried sand. */
  dry_g: number;
}

/**
 * Moisture by drying, from three gross weights.
 *
 * @returns wet basis (water / wet sand) and dry basis (water / dry sand), fractions
 * @throws RangeError when the weights are impossible, naming the pair
 * @source standard moisture test by drying at 105–110 °C
 * @example pan 120 g, wet 220 g, dry 216.5 g → 3.5 %
 */
export function moistureByDrying({ pan_g, wet_g, dry_g }: MoistureReading): {
  wet_basis: number;
  dry_basis: number;
} {
  if (!(wet_g > pan_g)) throw new RangeError('The damp sand weighs no more than the empty pan.');
  if (dry_g > wet_g) throw new RangeError('The sand weighs more dry than wet.');
  if (!(dry_g > pan_g)) throw new RangeError('The dried sand weighs no more than the empty pan.');
  return { wet_basis: (wet_g - dry_g) / (wet_g - pan_g), dry_basis: (wet_g - dry_g) / (dry_g - pan_g) };
}

/** Two weighings this close (g) mean that the sand is dry. */
const CONSTANT_WEIGHT_G = 0.1;

export interface DryingProgress {
  /** The last two weighings agree. */
  constant: boolean;
  /** The last weighing, or null before the first. */
  dry_g: number | null;
  /** What the last spell of drying took off, g. */
  last_loss_g: number | null;
}

/**
 * Whether drying is done: the last two weighings agree within 0.1 g.
 *
 * @param weighings_g gross weights after each spell of drying, in order
 */
export function dryingProgress(weighings_g: readonly number[]): DryingProgress {
  const last = weighings_g.at(-1) ?? null;
  const before = weighings_g.at(-2);
  const loss = last !== null && before !== undefined ? before - last : null;
  // A scale shows tenths, so 0.1 is a difference of one step, whatever the floating point makes of it.
  return {
    constant: loss !== null && Math.abs(loss) <= CONSTANT_WEIGHT_G + 1e-9,
    dry_g: last,
    last_loss_g: loss
  };
}

/**
 * Standard deviation of one moisture test (fraction): the method's own, the scale's at the weighing of the pan, of the wet
 * and of the dry sample, and how one scoop differs from the heap.
 *
 * @param moisture of the sand, fraction: the scatter of a scoop goes with it
 * @source moisture = (wet − dry) / (wet − pan), three weighings each off by itself; scoop scatter and methods are handbook
 *   defaults
 */
export function moistureTestSd(
  {
    method,
    pan_g,
    wet_g,
    scale_g = KITCHEN_SCALE_G,
    scoops = 1
  }: Pick<MoistureReading, 'pan_g' | 'wet_g'> & {
    method: DryingMethod;
    scale_g?: number | undefined;
    scoops?: number | undefined;
  },
  moisture: number
): number {
  const weighing = (scaleSd(scale_g) * Math.hypot(1 - moisture, 1, moisture)) / (wet_g - pan_g);
  const scoop = (SCOOP_SD_SHARE * moisture) / Math.sqrt(scoops);
  return Math.hypot(MOISTURE_SD[method], weighing, scoop);
}
