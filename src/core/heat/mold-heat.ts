import { AIR_W_M2_K, SAND_THERMAL, WATER } from '$core/reference/heat';
import { PLATE, areaAt, type Spread } from './shape';

/** The sand that heat goes out through. */
export interface SandBody {
  /** From the casting to the flask's wall, m. */
  thick_m: number;
  /** Water of the damp sand, share of its mass. */
  moisture: number;
  start_c: number;
  kg_m3: number;
  j_kg_k: number;
  dry_w_m_k: number;
  damp_w_m_k: number;
  /** Around what shape it lies; left out, a plate. */
  around?: Spread | undefined;
}

/** What stands at the face: a casting that cools, or a temperature that is held. */
export type Face =
  | { held_c: number }
  | {
      /** Volume over cooling surface, m. */
      modulus_m: number;
      kg_m3: number;
      pour_c: number;
      liquidus_c: number;
      solidus_c: number;
      latent_j_kg: number;
      liquid_j_kg_k: number;
      solid_j_kg_k: number;
    };

export interface HeatRun {
  /** Middles of the layers of sand, m from the face. */
  at_m: number[];
  /** At the end, and the hottest that each has been, °C. */
  now_c: number[];
  peak_c: number[];
  /** Share of its water that each has lost. */
  dried: number[];
  /** When the face was first as cool as was asked, s; null where it was not in the time there was. */
  reached_s: (number | null)[];
  seconds: number;
  /** Depth of dry sand, at each of the times that were asked, m. */
  dry_m: number[];
  /** What the face gave off, what the sand holds of it, and what the air took, J/m². */
  energy: { given: number; held: number; lost: number };
}

/**
 * Layers of the sand: their number hangs on its thickness, about a millimetre each in a usual mold. The work grows with
 * the cube of their number.
 */
const LAYERS = { least: 8, most: 48, thick_m: 0.001 } as const;
/** Share of the largest step that is stable. */
const STABLE = 0.45;

/** @throws RangeError on sand of no thickness */
export function sandBody(thick_m: number, moisture: number, around?: Spread): SandBody {
  if (!(thick_m > 0)) throw new RangeError('There is no sand for the heat to go through.');
  const { start_c, kg_m3, j_kg_k, dry_w_m_k, damp_w_m_k } = SAND_THERMAL;
  return { thick_m, moisture, start_c, kg_m3, j_kg_k, dry_w_m_k, damp_w_m_k, around };
}

/**
 * Heat from a casting out through its sand: conduction in one dimension by the enthalpy of thin layers, each as wide as the
 * shape makes it at that depth. A layer stays at the boiling point until its water is gone for good, so that a drying zone
 * moves outward; the casting is as warm throughout, gives its superheat, its heat of fusion between liquidus and solidus, and
 * cools as a solid; the outside loses to the air.
 *
 * @param seconds how long it is followed at most
 * @param until face temperatures to be waited for, °C, hottest first; once the last is reached the run ends
 * @param asked_s times at which the depth of dry sand is noted, in order
 * @param layers how finely the sand is divided; left out, by its thickness
 * @source explicit finite volumes on enthalpy
 */
export function heatRun(
  sand: SandBody,
  face: Face,
  seconds: number,
  until: readonly number[] = [],
  asked_s: readonly number[] = [],
  layers = Math.max(LAYERS.least, Math.min(LAYERS.most, Math.ceil(sand.thick_m / LAYERS.thick_m)))
): HeatRun {
  const { kg_m3, j_kg_k, moisture, start_c, dry_w_m_k, damp_w_m_k } = sand;
  const dx = sand.thick_m / layers;
  const wide = Math.max(dry_w_m_k, damp_w_m_k);
  // Of each boundary and each layer, on one square metre of the casting's face.
  const boundary = Float64Array.from({ length: layers + 1 }, (_, i) => areaAt(sand.around ?? PLATE, i * dx));
  const layer = Float64Array.from({ length: layers }, (_, i) => (boundary[i]! + boundary[i + 1]!) / 2);
  const dt = (STABLE * dx * dx * kg_m3 * j_kg_k) / wide;
  // Enthalpy of a layer above its start, J/m³: warm damp sand, water that boils, warm dry sand.
  const water_kg_m3 = kg_m3 * moisture;
  const damp = (kg_m3 - water_kg_m3) * j_kg_k + water_kg_m3 * WATER.j_kg_k;
  const dry = (kg_m3 - water_kg_m3) * j_kg_k;
  const to_boil = Math.max(0, damp * (WATER.boils_c - start_c));
  /** What each kilogram of water took along that left as steam. */
  const carried = WATER.j_kg_k * Math.max(0, WATER.boils_c - start_c) + WATER.evaporation_j_kg;
  /** Water that has left a layer, kg/m³: it does not come back as the layer cools. */
  const gone = new Float64Array(layers);
  const warmth = (i: number) => {
    const h = enthalpy[i]!;
    const boiled = Math.min(water_kg_m3, (h - to_boil) / WATER.evaporation_j_kg);
    if (boiled > gone[i]!) gone[i] = boiled;
    const left = water_kg_m3 - gone[i]!;
    return start_c + (h - gone[i]! * carried) / (dry + left * WATER.j_kg_k);
  };
  const enthalpy = new Float64Array(layers);
  const temperature = new Float64Array(layers).fill(start_c);
  const peak = new Float64Array(layers).fill(start_c);
  /** Through each boundary, W on each square metre of the face. */
  const flux = new Float64Array(layers + 1);
  const held = 'held_c' in face;
  const metal = held ? null : castingHeat(face);
  let left = metal ? metal.start_j_m2 : 0;
  let face_c = held ? face.held_c : face.pour_c;
  let [given, lost, time] = [0, 0, 0];
  const reached: (number | null)[] = until.map(() => null);
  /** Which limit is waited for. */
  let next = 0;
  const dry_m: number[] = [];
  /** Of each boundary of layers, W/(m²·K) on each square metre of the face; changes only where a layer has dried. */
  const passes = new Float64Array(layers + 1);
  const conducts = (i: number) => (gone[i]! >= water_kg_m3 ? dry_w_m_k : damp_w_m_k);
  const passage = (i: number): number => {
    if (i === 0) return conducts(0) / (dx / 2);
    if (i === layers) return boundary[i]! / (dx / 2 / conducts(i - 1) + 1 / AIR_W_M2_K);
    const [a, b] = [conducts(i - 1), conducts(i)];
    return (boundary[i]! * 2 * a * b) / ((a + b) * dx);
  };
  for (let i = 0; i <= layers; i++) passes[i] = passage(i);
  /** What a W/m² of the face is to a layer in one step, J/m³. */
  const step = layer.map((area) => dt / (dx * area));
  const dried = new Uint8Array(layers).fill(water_kg_m3 === 0 ? 1 : 0);
  const share = (i: number) => (water_kg_m3 === 0 ? 1 : gone[i]! / water_kg_m3);
  while (time < seconds) {
    while (asked_s[dry_m.length] !== undefined && time >= asked_s[dry_m.length]!) dry_m.push(driedDepth());
    flux[0] = passes[0]! * (face_c - temperature[0]!);
    for (let i = 1; i < layers; i++) flux[i] = passes[i]! * (temperature[i - 1]! - temperature[i]!);
    flux[layers] = passes[layers]! * (temperature[layers - 1]! - start_c);
    for (let i = 0; i < layers; i++) {
      enthalpy[i]! += (flux[i]! - flux[i + 1]!) * step[i]!;
      const now = warmth(i);
      temperature[i] = now;
      if (now > peak[i]!) peak[i] = now;
      if (dried[i] === 0 && gone[i]! >= water_kg_m3) {
        dried[i] = 1;
        passes[i] = passage(i);
        passes[i + 1] = passage(i + 1);
      }
    }
    given += flux[0]! * dt;
    lost += flux[layers]! * dt;
    time += dt;
    if (metal) {
      left -= flux[0]! * dt;
      face_c = metal.warmth(left);
      while (next < until.length && face_c <= until[next]!) reached[next++] = time;
      if (until.length > 0 && next === until.length) break;
    }
  }
  while (dry_m.length < asked_s.length) dry_m.push(driedDepth());
  function driedDepth(): number {
    let depth = 0;
    for (let i = 0; i < layers; i++) depth += share(i) * dx;
    return depth;
  }
  return {
    at_m: Array.from({ length: layers }, (_, i) => (i + 0.5) * dx),
    now_c: [...temperature],
    peak_c: [...peak],
    dried: Array.from({ length: layers }, (_, i) => share(i)),
    reached_s: reached,
    seconds: time,
    dry_m,
    energy: { given, held: enthalpy.reduce((sum, h, i) => sum + h * dx * layer[i]!, 0), lost }
  };
}

/** What a casting holds above nothing degrees, J on each m² of its surface, and how warm it is by what it still holds. */
function castingHeat(of: Exclude<Face, { held_c: number }>) {
  const { modulus_m, kg_m3, pour_c, liquidus_c, solidus_c, latent_j_kg, liquid_j_kg_k, solid_j_kg_k } = of;
  const mass = modulus_m * kg_m3;
  const solid = mass * solid_j_kg_k * solidus_c;
  // A metal that freezes at one temperature still has a hair between the two.
  const range = Math.max(liquidus_c - solidus_c, 1e-3);
  const frozen = solid + mass * latent_j_kg;
  return {
    start_j_m2: frozen + mass * liquid_j_kg_k * Math.max(0, pour_c - liquidus_c),
    warmth: (j_m2: number): number =>
      j_m2 > frozen
        ? liquidus_c + (j_m2 - frozen) / (mass * liquid_j_kg_k)
        : j_m2 > solid
          ? solidus_c + (range * (j_m2 - solid)) / (mass * latent_j_kg)
          : j_m2 / (mass * solid_j_kg_k)
  };
}

/** How deep the sand was hotter than a limit, m, between layers by a straight line. */
export function hotterThan({ at_m, peak_c }: Pick<HeatRun, 'at_m' | 'peak_c'>, limit_c: number): number {
  const first = peak_c.findIndex((c) => c < limit_c);
  if (first === 0) return 0;
  if (first < 0) return at_m.at(-1)! + at_m[0]!;
  const [above, below] = [peak_c[first - 1]!, peak_c[first]!];
  return at_m[first - 1]! + ((above - limit_c) / (above - below)) * (at_m[first]! - at_m[first - 1]!);
}
