import { Matrix, inverse } from 'ml-matrix';

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
  /** Strength = a + b·w + c·w², Pa; null without three different moistures. */
  strength_fit: [number, number, number] | null;
  /** Compactability = a + b·w; null without two different moistures. */
  compactability_fit: [number, number] | null;
  findings: CurveFinding[];
}

export type CurveFinding =
  | 'too-few-points'
  | 'no-peak'
  | 'peak-below-range'
  | 'peak-above-range'
  | 'temper-outside-range'
  | 'compactability-does-not-rise'
  | 'placed-by-peak';

export const CURVE_WORDS: Record<CurveFinding, string> = {
  'too-few-points': 'Three points at different moistures show a peak; two show the compactability line.',
  'no-peak': 'These points show no peak: strength only rises, only falls, or sags. Widen the ladder.',
  'peak-below-range': 'The peak lies drier than any point: it is a guess until you test there.',
  'peak-above-range': 'The peak lies wetter than any point: it is a guess until you test there.',
  'temper-outside-range': 'The temper moisture lies outside what was tested: test there before you trust it.',
  'compactability-does-not-rise':
    'Compactability should rise with moisture; here it does not, so one reading is off.',
  'placed-by-peak': 'Placed slightly wet of the strength peak, since there is no compactability line.'
};

/** One standard deviation of a home strength test, share of the reading, and of a compactability reading. */
const STRENGTH_SD_SHARE = 0.06;
const COMPACTABILITY_SD = 0.02;
/** Ramming temper over peak moisture, where compactability cannot place it. */
const WET_OF_PEAK = 1.06;
const NINE_IN_TEN = 1.645;

/**
 * Strength peak and temper moisture from a ladder of splashes.
 *
 * Weighted least squares (normal equations) with the readings' own standard deviations, widened when the
 * points scatter more than that; the peak's interval by the delta method, nine times in ten.
 *
 * @param target_compactability 0–1
 */
export function temperCurve(points: readonly CurvePoint[], target_compactability = 0.45): TemperCurve {
  const findings: CurveFinding[] = [];
  const strong = points.filter((point) => point.strength_pa !== undefined);
  const compact = points.filter((point) => point.compactability !== undefined);
  const strength =
    distinct(strong) >= 3
      ? fit(
          strong,
          2,
          (p) => p.strength_pa!,
          (p) => STRENGTH_SD_SHARE * Math.max(1e3, p.strength_pa!)
        )
      : null;
  const line =
    distinct(compact) >= 2
      ? fit(
          compact,
          1,
          (p) => p.compactability!,
          () => COMPACTABILITY_SD
        )
      : null;
  if (!strength && !line) findings.push('too-few-points');

  let peak: TemperCurve['peak'] = null;
  if (strength) {
    peak = peakOf(strength);
    if (!peak) findings.push('no-peak');
    else if (peak.moisture < least(strong)) findings.push('peak-below-range');
    else if (peak.moisture > most(strong)) findings.push('peak-above-range');
  }
  let temper_moisture: number | null = null;
  if (line) {
    const [a, b] = line.coefficients as [number, number];
    if (b > 0) {
      temper_moisture = (target_compactability - a) / b;
      if (temper_moisture < least(compact) || temper_moisture > most(compact))
        findings.push('temper-outside-range');
      if (!(temper_moisture > 0 && temper_moisture < 0.5)) temper_moisture = null;
    } else findings.push('compactability-does-not-rise');
  }
  if (temper_moisture === null && peak) {
    temper_moisture = peak.moisture * WET_OF_PEAK;
    findings.push('placed-by-peak');
  }
  return {
    peak,
    temper_moisture,
    strength_fit: (strength?.coefficients as [number, number, number] | undefined) ?? null,
    compactability_fit: (line?.coefficients as [number, number] | undefined) ?? null,
    findings
  };
}

interface Fit {
  coefficients: number[];
  covariance: Matrix;
}

function fit(
  points: readonly CurvePoint[],
  degree: number,
  value: (p: CurvePoint) => number,
  sd: (p: CurvePoint) => number
): Fit {
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
    covariance: scale.mmul(covariance.mul(Math.max(1, scatter))).mmul(scale)
  };
}

function peakOf({ coefficients, covariance }: Fit): TemperCurve['peak'] {
  const [a, b, c] = coefficients as [number, number, number];
  if (!(c < 0)) return null;
  const moisture = -b / (2 * c);
  if (!(moisture > 0 && moisture < 0.5)) return null;
  const gradient = Matrix.rowVector([0, -1 / (2 * c), b / (2 * c * c)]);
  const sd = Math.sqrt(Math.max(0, gradient.mmul(covariance).mmul(gradient.transpose()).get(0, 0)));
  return {
    moisture,
    interval: [Math.max(0, moisture - NINE_IN_TEN * sd), moisture + NINE_IN_TEN * sd],
    strength_pa: a + b * moisture + c * moisture * moisture
  };
}

const distinct = (points: readonly CurvePoint[]) => new Set(points.map((point) => point.moisture)).size;
const least = (points: readonly CurvePoint[]) => Math.min(...points.map((point) => point.moisture));
const most = (points: readonly CurvePoint[]) => Math.max(...points.map((point) => point.moisture));
