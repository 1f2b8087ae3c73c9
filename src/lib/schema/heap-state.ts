import type { LearnedFigure } from '$core/heap/state/learned-figure';
import type { Learned } from '$core/heap/state/lessons';
import type { HeapTestKind } from '$core/bench/heap-test';
import type { Rest } from '$core/heap/state/belief';
import type { Container } from '$core/heap/state/container';
import type { TestWorth } from '$core/heap/next-test';
import type { Verdict } from '$core/judge/temper-verdict';
import type { Composition } from '$core/material/composition';
import type { Need, Prescription } from '$core/mix/prescription';
import type { System } from '$core/reference/targets';

/** What may have happened to a heap that nobody logged, and what to do about it; the figures are as told and as likely. */
export type UntoldStory =
  | { suspect: 'less-clay' | 'more-clay'; told_percent: number; likely_percent: number }
  | { suspect: 'sand-gone'; told_kg: number; likely_kg: number }
  | { suspect: 'stood-open'; from: string; to: string; container: Container };

/** The same, or what is worth knowing though nothing is amiss: it is time to weigh all of it, a hand leans. */
export type Untold =
  | UntoldStory
  | { suspect: 'unweighed'; told_kg: number; casting_days: number }
  | { suspect: 'hand-leans'; member: string; leans: 'wet' | 'dry' };

/** A figure in percent with its standard deviation. */
export interface BelievedPercent {
  value: number;
  sd: number;
}

/** A lot that a prescription would draw on. */
export interface DosingLot {
  id: number;
  name: string;
  kind: string;
  on_hand_kg: number;
}

/** A look at the sand as it is. */
export interface LookFields {
  entry_id: number;
  kind: HeapTestKind;
  /** What such a test is called. */
  name: string;
  at: string;
  grade: 1 | 2 | 3 | 4 | 5 | null;
  lifeless: boolean;
}

/** A sand in the words of a condition report. */
export interface MixFields {
  total_kg: number;
  moisture_percent: number;
  active_clay_percent: number;
  temper_ratio: number | null;
}

/** The condition of a heap at a time and what it needs, as /api/v1 gives it and the pages read it. */
export interface HeapState {
  at: string;
  /** What the heap stood at when this was worked out: sent along with what is done about it. */
  heap_version: number;
  /** Where it stands, since it was last moved. */
  container: Container;
  total_kg: number;
  total_sd_kg: number;
  out_kg: number;
  /** What is out, by mold; null where none was named. */
  molds: { mold_id: number | null; kg: number }[];
  /** Burnt sand that lies with the heap, not mixed in. */
  burnt_kg: number;
  moisture_percent: BelievedPercent;
  active_clay_percent: BelievedPercent;
  dead_clay_percent: BelievedPercent;
  combustibles_percent: BelievedPercent;
  oil_percent: BelievedPercent;
  fines_percent: BelievedPercent;
  temper_ratio: number | null;
  window_percent: { min: number; max: number };
  verdict: Verdict;
  /** Chance that its moisture lies in its window, 0–1. */
  chance_in_window: number;
  /** Somebody looked at this sand: without that its verdict is not known. */
  seen: boolean;
  /** The latest look at the sand as it is; null where something was done to it since. */
  latest_look: LookFields | null;
  /** The latest squeeze of it, where a drying test came after: the hand rules the verdict. */
  latest_squeeze: LookFields | null;
  /** A look that stands far off the estimate and waits for another; null without one. */
  doubted_look: LookFields | null;
  /** Some look at the sand as it is says that it is wet, and nothing has settled that: no water is sure. */
  says_wet: boolean;
  /** Some look says that it is mud: nobody pours on it. */
  says_mud: boolean;
  /** How its window compares with what is usual of its kind; null where it agrees. */
  usual_moisture_check: 'below-usual' | 'above-usual' | null;
  short_of_clay: boolean;
  composition_kg: Composition;
  prescription: {
    need: Need;
    water_kg: number;
    binder_kg: number;
    oil_kg: number;
    fines_kg: number;
    dry_mix_kg: number;
    dry_mix: Prescription['dry_mix'];
    water_to_lose_kg: number;
    dry_off_s: number | null;
    splashes_kg: number[];
    sure_splashes: number;
    /** Dry and weigh a sample before the water goes in: it is worth it. */
    weigh_first: boolean;
    /** Test its clay, once: what no squeeze tells is most of the doubt. */
    clay_first: boolean;
    reason: string;
    aim: { moisture_percent: number; active_clay_percent: number };
    result: MixFields;
    missing: Prescription['missing'];
    mull_s: number;
    rest_s: number;
    lots: Record<'binder' | 'sand' | 'oil' | 'fines', DosingLot | null>;
  };
  /** The test that would narrow the prescribed water most for a minute of work; null when none would. */
  best_next_test: TestWorth | null;
  tests_worth: TestWorth[];
  /** What the moisture rests on: shares of readings, heaviest first; the rest are the weights logged. */
  rests_on: Rest[];
  /** Readings far outside what was expected: kept, and not counted until confirmed or borne out by another. */
  questioned_tests: {
    entry_id: number;
    kind: string;
    unit: string;
    expected: number;
    read: number;
    sd: number;
  }[];
  /** What was learned of this heap where it stands. */
  learned: { drying_factor: number; drying_range: [number, number]; drying_learned: boolean };
}

/** What a ticket has to know of its heap. */
export interface HeapFields {
  id: number;
  name: string;
  version: number;
  system: System;
  binder: string;
}

/** A learned figure in the units of the interface: a factor, kg/L, %, kg of sand per kg of metal. */
export interface LearnedRecord extends Learned {
  of: LearnedFigure;
  unit: string;
}
