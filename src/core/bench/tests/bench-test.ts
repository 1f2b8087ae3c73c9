import type { Composition } from '$core/material/composition';
import { fixed } from '$core/quantity/display';
import type { Dimension } from '$core/quantity/unit';
import type { System, Targets, Window } from '$core/reference/targets';
import type { SqueezeResult } from '../formula/squeeze';

/** What a test is read against: the sand as it is believed, and what it should be. */
export interface Looking {
  system: System;
  targets: Targets;
  sand: Composition;
  /** What the scale shows at its finest, g, where the test does not say. */
  scale_g: number;
}

/**
 * A reading as a function of the seven masses: the value predicted from a composition and its gradient in the order of
 * PARTS, what was read, and how far a reading strays (one standard deviation).
 */
export interface ValueReading {
  as: 'value';
  predicted: number;
  gradient: number[];
  read: number;
  sd: number;
  /** Readings of the same quantity lie in here; a blunder may be anything in it. */
  range: number;
}

/**
 * A reading that says only between which two limits the multiple of the aimed temper ratio lies, by one person's hand.
 * Null for a squeeze that speaks of something else than water.
 */
export interface GradeReading {
  as: 'grade';
  predicted: number;
  gradient: number[];
  grade: SqueezeResult['grade'];
}

export type Reading = ValueReading | GradeReading;

/** A test that could be made, by what it would tell. */
export interface Prospect {
  method?: 'oven' | 'pan';
  minutes: number;
  looks: Omit<ValueReading, 'read'> | Omit<GradeReading, 'grade'>;
}

/** One thing to measure, and how it goes into the record: the SI value times `factor`. */
export interface GuideField {
  name: string;
  label: string;
  dimension: Dimension;
  size?: 'small' | 'large';
  factor: number;
  /** What is measured with a standard rig; offered, and changed for one's own, which is offered the next time. */
  usual?: string;
  /** The unit of the record, for one's own rig; none for a plain number. */
  unit?: string;
  hint?: string;
}

export interface GuideStep {
  text: string;
  /** Where one waits: a timer of this many seconds is offered. */
  wait_s?: number;
}

/** How a test is made, for who has never made it. */
export interface Guide {
  steps: readonly GuideStep[];
  fields: readonly GuideField[];
  caution?: 'dust' | 'burning' | 'dye';
  /** How its figure is shown: multiplied, with decimals and a unit. */
  figure: { name: string; scale: number; decimals: number; unit: string };
  /** The heap's window for the figure, in the figure's own SI, where there is one. */
  window?: (targets: Targets) => Window | null;
}

/**
 * A bench test: everything there is to know of it, in one file each under `tests/`.
 *
 * @typeParam T its readings as they were taken
 */
export interface BenchTest<T extends { kind: string }> {
  kind: T['kind'];
  /** In a ledger, and for a search. */
  name: string;
  /** As a heading. */
  title: string;
  /** What it tells, in a line. */
  tells: string;
  /** Minutes that a hand is busy with it (handbook default). */
  minutes: number;
  /**
   * The one figure that it yields, in SI: a fraction, Pa, or a plain number; null where it yields a grade.
   *
   * @throws RangeError on readings that cannot be
   */
  figure(test: T): number | null;
  /** How far one careful reading strays, one standard deviation in the figure's own SI. */
  sd(test: T): number;
  /** What it reads of the seven masses; null where it says nothing of them. */
  read(test: T, looking: Looking): Reading | null;
  /** How it could be made on sand like this, by what it would tell; none where it tells nothing of the temper. */
  prospects(looking: Looking): Prospect[];
  /** Its readings as the interface names them. */
  show(test: T): Record<string, unknown>;
  /** What it found, as the calculators would answer, with `sd` of one such reading. */
  result(test: T, system: System): Record<string, unknown>;
  /** In a ledger's line, from shown readings and result. */
  words(shown: Record<string, unknown>, result: Record<string, unknown>): { what: string; amount: string };
  /** Null for the tests that are asked in a way of their own. */
  guide: Guide | null;
}

/** The compiler's check that a test is whole, with its own types kept. */
export const benchTest = <T extends { kind: string }>(test: BenchTest<T>) => test;

export const PERCENT = { scale: 100, decimals: 1, unit: '%' } as const;
export const GRAMS = { dimension: 'mass', size: 'small', factor: 1000, unit: 'g' } as const;
export const MILLIMETRES = { dimension: 'length', factor: 1000, unit: 'mm' } as const;
export const CENTIMETRES = { dimension: 'length', factor: 100, unit: 'cm' } as const;
export const NUMBER = { dimension: 'count', factor: 1 } as const;

/** A figure for the interface, without the dust of floating point. */
export const shown = (value: number): number => Number(value.toPrecision(12));

/** A test that yields one figure, told as `name` in units of `scale`, in a ledger with a unit. */
export function oneFigure<T extends { kind: string }>(
  name: string,
  scale: number,
  test: Pick<BenchTest<T>, 'name' | 'figure' | 'sd'>,
  decimals: number,
  unit: string
): Pick<BenchTest<T>, 'result' | 'words'> {
  return {
    result: (of) => ({ [name]: shown(test.figure(of)! * scale), sd: shown(test.sd(of) * scale) }),
    words(_, result) {
      const value = result[name];
      const digits = typeof value === 'number' ? fixed(value, decimals) : '';
      return { what: test.name, amount: unit ? `${digits}\u202f${unit}` : digits };
    }
  };
}
