import { Matrix, inverse } from 'ml-matrix';
import { NINE_IN_TEN } from '$core/judge/normal';

/** One point of the ladder; at least one of the two readings. */
export interface CurvePoint {
  /** Wet basis, 0–1. */
  moisture: number;
  strength_pa?: number | undefined;
  /** 0–1 */
  compactability?: number | undefined;
}

export interface TemperCurve {
  peak: { moisture: number; interval: [number, number]; strength_pa: number } | null;
  /** Where to ram, 0–1; null while the points cannot say. */
  temper_moisture: number | null;
  /** Nine times in ten it lies in here. */
  temper_interval: [number, number] | null;
  /** Strength = a + b·w + c·w², Pa; null without three different moistures. */
  strength_fit: CurveFit | null;
  /** Compactability = a + b·w; null without two different moistures. */
  compactability_fit: CurveFit | null;
  findings: CurveFinding[];
}

/** A polynomial over moisture (0–1), lowest power first, and how surely its coefficients are known. */
export interface CurveFit {
  coefficients: readonly number[];
  covariance: readonly (readonly number[])[];
}

/** What a fit says at a moisture, and the range that holds its curve there nine times in ten. */
export function fittedAt(fit: CurveFit, moisture: number): { value: number; low: number; high: number } {
  const powers = fit.coefficients.map((_, k) => moisture ** k);
  const value = fit.coefficients.reduce((sum, coefficient, k) => sum + coefficient * powers[k]!, 0);
  const reach = NINE_IN_TEN * sdAlong(fit, powers);
  return { value, low: value - reach, high: value + reach };
}

export type CurveFinding =
  | 'points-too-close'
  | 'too-few-points'
  | 'no-peak'
  | 'peak-below-range'
  | 'peak-above-range'
  | 'temper-outside-range'
  | 'compactability-does-not-rise'
  | 'placed-by-peak';

export const CURVE_WORDS: Record<CurveFinding, string> = {
  'points-too-close':
    'These points lie within the doubt of their moisture: tests of one sand. Splash between them, then a peak can show.',
  'too-few-points': 'Three points at different moistures show a peak; two show the compactability line.',
  'no-peak': 'These points show no peak: strength only rises, only falls, or sags. Widen the ladder.',
  'peak-below-range': 'Strength still rises towards the driest point: its peak lies drier. Test there.',
  'peak-above-range': 'Strength still rises towards the wettest point: its peak lies wetter. Test there.',
  'temper-outside-range': 'The temper moisture lies outside what was tested: test there before you trust it.',
  'compactability-does-not-rise':
    'Compactability should rise with moisture; here it does not, so one reading is off.',
  'placed-by-peak': 'Placed slightly wet of the strength peak, since there is no compactability line.'
};

/** One standard deviation of a home strength test, share of the reading, and of a compactability reading. */
const STRENGTH_SD_SHARE = 0.06;
const COMPACTABILITY_SD = 0.02;
/** Moistures this close, fraction, are one: no splash is worked in or weighed more evenly. */
const SAME_MOISTURE = 0.001;
/** Ramming temper over peak moisture, where compactability cannot place it. */
const WET_OF_PEAK = 1.06;

/**
 * Strength peak and temper moisture from a ladder of splashes.
 *
 * Weighted least squares (normal equations) with the readings' own standard deviations, widened when the
 * points scatter more than that; the intervals of peak and temper by the delta method, nine times in ten.
 *
 * @param target_compactability 0–1
 */
export function temperCurve(points: readonly CurvePoint[], target_compactability = 0.45): TemperCurve {
  const findings: CurveFinding[] = [];
  const strong = pooled(points, 'strength_pa');
  const compact = pooled(points, 'compactability');
  const strength =
    strong.length >= 3
      ? fit(
          strong,
          2,
          (p) => p.value,
          (p) => (STRENGTH_SD_SHARE * Math.max(1e3, p.value)) / Math.sqrt(p.count)
        )
      : null;
  const line =
    compact.length >= 2
      ? fit(
          compact,
          1,
          (p) => p.value,
          (p) => COMPACTABILITY_SD / Math.sqrt(p.count)
        )
      : null;
  if (!strength && !line) findings.push(points.length >= 3 ? 'points-too-close' : 'too-few-points');

  let peak: TemperCurve['peak'] = null;
  if (strength) {
    const found = peakOf(strength);
    const [from, to] = [least(strong), most(strong)];
    if (!found) findings.push('no-peak');
    else if (found.moisture < from) findings.push('peak-below-range');
    else if (found.moisture > to) findings.push('peak-above-range');
    // Beyond what was tested a parabola knows nothing, of its peak or of how sure it is.
    else peak = { ...found, interval: [Math.max(from, found.interval[0]), Math.min(to, found.interval[1])] };
  }
  let temper_moisture: number | null = null;
  let temper_interval: [number, number] | null = null;
  if (line) {
    const [a, b] = line.coefficients as [number, number];
    if (b > 0) {
      const placed = (target_compactability - a) / b;
      if (placed < least(compact) || placed > most(compact)) findings.push('temper-outside-range');
      if (placed > 0 && placed < 0.5) {
        temper_moisture = placed;
        temper_interval = around(placed, sdAlong(line, [-1 / b, -placed / b]));
      }
    } else findings.push('compactability-does-not-rise');
  }
  if (temper_moisture === null && peak) {
    const [low, high] = peak.interval;
    temper_moisture = peak.moisture * WET_OF_PEAK;
    temper_interval = [low * WET_OF_PEAK, high * WET_OF_PEAK];
    findings.push('placed-by-peak');
  }
  return {
    peak,
    temper_moisture,
    temper_interval,
    strength_fit: strength,
    compactability_fit: line,
    findings
  };
}

/** Points of one reading, those at one moisture put together. */
interface Pooled {
  moisture: number;
  value: number;
  count: number;
}

function pooled(points: readonly CurvePoint[], reading: 'strength_pa' | 'compactability'): Pooled[] {
  const read = points
    .flatMap((point) =>
      point[reading] === undefined ? [] : [{ moisture: point.moisture, value: point[reading], count: 1 }]
    )
    .sort((a, b) => a.moisture - b.moisture);
  const pools: (Pooled & { from: number })[] = [];
  for (const point of read) {
    const pool = pools.at(-1);
    if (!pool || point.moisture - pool.from >= SAME_MOISTURE) {
      pools.push({ ...point, from: point.moisture });
      continue;
    }
    const count = pool.count + 1;
    pool.moisture += (point.moisture - pool.moisture) / count;
    pool.value += (point.value - pool.value) / count;
    pool.count = count;
  }
  return pools;
}

function fit(
  points: readonly Pooled[],
  degree: number,
  value: (p: Pooled) => number,
  sd: (p: Pooled) => number
): CurveFit {
  // Moisture in percent keeps the normal equations well conditioned; the coefficients are scaled back after.
  const rows = points.map((p) =>
    Array.from({ length: degree + 1 }, (_, k) => (p.moisture * 100) ** k / sd(p))
  );
  const design = new Matrix(rows);
  const observed = Matrix.columnVector(points.map((p) => value(p) / sd(p)));
  const covariance = inverse(design.transpose().mmul(design));
  const solution = covariance.mmul(design.transpose()).mmul(observed);
  const residual = Matrix.sub(observed, design.mmul(solution));
  const spare = points.length - degree - 1;
  const scatter = spare > 0 ? residual.norm() ** 2 / spare : 1;
  const scale = Matrix.diag(Array.from({ length: degree + 1 }, (_, k) => 100 ** k));
  return {
    coefficients: scale.mmul(solution).to1DArray(),
    covariance: scale
      .mmul(covariance.mul(Math.max(1, scatter)))
      .mmul(scale)
      .to2DArray()
  };
}

function peakOf(fit: CurveFit): TemperCurve['peak'] {
  const [a, b, c] = fit.coefficients as [number, number, number];
  if (!(c < 0)) return null;
  const moisture = -b / (2 * c);
  if (!(moisture > 0 && moisture < 0.5)) return null;
  return {
    moisture,
    interval: around(moisture, sdAlong(fit, [0, -1 / (2 * c), b / (2 * c * c)])),
    strength_pa: a + b * moisture + c * moisture * moisture
  };
}

/** Standard deviation of a figure with this gradient over the coefficients. */
function sdAlong({ covariance }: CurveFit, gradient: readonly number[]): number {
  const along = Matrix.rowVector([...gradient]);
  const c = new Matrix(covariance.map((row) => [...row]));
  return Math.sqrt(Math.max(0, along.mmul(c).mmul(along.transpose()).get(0, 0)));
}

const around = (moisture: number, sd: number): [number, number] => [
  Math.max(0, moisture - NINE_IN_TEN * sd),
  moisture + NINE_IN_TEN * sd
];

const least = (points: readonly Pooled[]) => Math.min(...points.map((point) => point.moisture));
const most = (points: readonly Pooled[]) => Math.max(...points.map((point) => point.moisture));
