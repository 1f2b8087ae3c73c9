import type { AlloyFigures } from '../reference/alloys';

/**
 * What a furnace is set to, held against the metal: by how much it is off, °C. `short` pours, but is colder in the mold
 * than was wished.
 */
export interface SetPoint {
  is: 'never-melts' | 'mushy' | 'cold' | 'short' | 'right' | 'too-hot';
  by_c: number;
}

type Settable = Pick<AlloyFigures, 'solidus_c' | 'liquidus_c' | 'set_point'>;

/**
 * Between what a furnace may be set for a metal, °C: above its liquidus by what keeps it running, or by what is lost on the
 * way where somebody knows that it is more; and no hotter than it bears.
 *
 * @source usual practice for each alloy family (handbook default)
 * @example aluminium, 7 % silicon → 653 to 800
 */
export function setPointRange({ liquidus_c, set_point }: Settable, carry_c = 0): [number, number] {
  return [liquidus_c + Math.max(set_point.over_c, carry_c), set_point.most_c];
}

/**
 * Whether a set-point ever gives metal that pours: below the solidus it never melts, below the liquidus it stays mush, and
 * it has to stand above that by what keeps it running; above what the metal bears it only takes up gas and burns.
 *
 * @param pour_c what it is to be poured at; left out, anywhere that it pours
 * @param carry_c lost on the way, where somebody knows it
 */
export function judgeSetPoint(set_c: number, of: Settable, pour_c?: number, carry_c?: number): SetPoint {
  const { solidus_c, liquidus_c, set_point } = of;
  const [least, most] = setPointRange(of, carry_c);
  if (set_c <= solidus_c) return { is: 'never-melts', by_c: least - set_c };
  if (set_c <= liquidus_c) return { is: 'mushy', by_c: least - set_c };
  if (set_c < least) return { is: 'cold', by_c: least - set_c };
  if (set_c > most) return { is: 'too-hot', by_c: set_c - most };
  const wants = pour_c === undefined ? least : Math.min(most, pour_c + (carry_c ?? set_point.carry_c));
  if (set_c < wants) return { is: 'short', by_c: wants - set_c };
  return { is: 'right', by_c: set_c - wants };
}

/**
 * Where in its range a metal is poured: thin work at the top, chunky at the bottom, by the modulus of the thinnest casting
 * of the melt.
 *
 * @param modulus_m volume over surface, m
 * @example pouring aluminium of modulus 2 mm → near 760 °C
 */
export function pouringTemperature({ pour_range_c: [low, high] }: AlloyFigures, modulus_m: number): number {
  const [thin, chunky] = [0.0015, 0.008];
  const share = Math.min(1, Math.max(0, (modulus_m - thin) / (chunky - thin)));
  return Math.round((high - share * (high - low)) / 5) * 5;
}

/** Heat to bring metal from cold to a temperature, J/kg. */
export function heatToMelt(of: AlloyFigures, from_c: number, to_c: number): number {
  const freezing_c = (of.solidus_c + of.liquidus_c) / 2;
  return (
    of.solid_j_kg_k * (freezing_c - from_c) +
    of.latent_j_kg +
    of.liquid_j_kg_k * Math.max(0, to_c - freezing_c)
  );
}

/** A furnace as its owner knows it. */
export interface Furnace {
  power_w: number;
  /** Empty to red: kg of lining and crucible that is warmed too, J/K. */
  lining_j_k: number;
  /** Share of its power that stays in. */
  efficiency: number;
  /** As hot as it gets, °C. */
  most_c: number;
}

/** Kinds of small furnace; a lining of firebrick or fibre, elements of wire in the electric ones (handbook default). */
export const FURNACES = {
  'electric-small': {
    name: 'electric, small',
    power_w: 1500,
    lining_j_k: 2500,
    efficiency: 0.6,
    most_c: 1150
  },
  electric: { name: 'electric', power_w: 3000, lining_j_k: 6000, efficiency: 0.6, most_c: 1250 },
  gas: { name: 'gas burner', power_w: 20_000, lining_j_k: 9000, efficiency: 0.25, most_c: 1500 },
  charcoal: { name: 'charcoal and blower', power_w: 15_000, lining_j_k: 9000, efficiency: 0.15, most_c: 1500 }
} as const satisfies Record<string, Furnace & { name: string }>;
export type FurnaceKind = keyof typeof FURNACES;
export const FURNACE_KINDS = Object.keys(FURNACES) as FurnaceKind[];

/** The smallest furnace that gets so hot: taken where nobody said what they melt in. */
export const furnaceFor = (set_c: number): FurnaceKind =>
  FURNACE_KINDS.find((kind) => FURNACES[kind].most_c >= set_c) ?? 'gas';

/**
 * How long a furnace takes to bring a charge to heat, s: what metal and lining take, over what stays in.
 *
 * @param furnace_c how warm the furnace is already
 * @source heat balance
 */
export function warmUpTime(
  of: AlloyFigures,
  charge_kg: number,
  set_c: number,
  { power_w, lining_j_k, efficiency }: Omit<Furnace, 'most_c'>,
  furnace_c = 20
): number {
  const metal = charge_kg * heatToMelt(of, 20, set_c);
  const lining = lining_j_k * Math.max(0, set_c - furnace_c);
  return (metal + lining) / (power_w * efficiency);
}
