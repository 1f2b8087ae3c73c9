import type { Composition } from '$core/material/composition';
import type { Verdict } from '$core/judge/temper-verdict';
import type { HeapTestKind } from '$core/bench/heap-test';
import type { TestWorth } from '$core/heap/next-test';
import type { Need } from '$core/mix/prescription';

/** What the pages know of a heap's state; the shape that /api/v1 gives. */
interface Estimated {
  value: number;
  sd: number;
}

export interface DosingLot {
  id: number;
  name: string;
  kind: string;
  on_hand_kg: number;
}

/** A look at the sand as it is. */
interface LookFields {
  entry_id: number;
  kind: HeapTestKind;
  name: string;
  at: string;
  grade: 1 | 2 | 3 | 4 | 5 | null;
  lifeless: boolean;
}

export interface HeapState {
  at: string;
  heap_version: number;
  total_kg: number;
  out_kg: number;
  moisture_percent: Estimated;
  active_clay_percent: Estimated;
  dead_clay_percent: Estimated;
  combustibles_percent: Estimated;
  oil_percent: Estimated;
  fines_percent: Estimated;
  temper_ratio: number | null;
  window_percent: { min: number; max: number };
  verdict: Verdict;
  chance_in_window: number;
  seen: boolean;
  latest_look: LookFields | null;
  latest_squeeze: LookFields | null;
  burnt_kg: number;
  usual_moisture_check: 'below-usual' | 'above-usual' | null;
  short_of_clay: boolean;
  composition_kg: Composition;
  prescription: {
    need: Need;
    water_kg: number;
    binder_kg: number;
    oil_kg: number;
    fines_kg: number;
    dry_mix: { sand_kg: number; binder_kg: number } | null;
    water_to_lose_kg: number;
    dry_off_s: number | null;
    splashes_kg: number[];
    sure_splashes: number;
    weigh_first: boolean;
    clay_first: boolean;
    reason: string;
    aim: { moisture_percent: number; active_clay_percent: number };
    result: {
      total_kg: number;
      moisture_percent: number;
      active_clay_percent: number;
      temper_ratio: number | null;
    };
    missing: { what: 'binder' | 'sand' | 'oil' | 'fines'; short_kg: number }[];
    mull_s: number;
    rest_s: number;
    lots: {
      binder: DosingLot | null;
      sand: DosingLot | null;
      oil: DosingLot | null;
      fines: DosingLot | null;
    };
  };
  best_next_test: TestWorth | null;
  tests_worth: TestWorth[];
  questioned_tests: {
    entry_id: number;
    kind: string;
    unit: string;
    expected: number;
    read: number;
    sd: number;
  }[];
  learned: { drying_factor: number; drying_range: [number, number]; drying_learned: boolean };
}

export interface HeapFields {
  id: number;
  name: string;
  version: number;
  system: 'water' | 'oil';
  binder: string;
}
