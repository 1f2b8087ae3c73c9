import type { HeapTest, HeapTestKind } from '../../bench/heap-test';
import type { Cover } from '../../heap/state/drying';
import type { Composition } from '../../material/composition';
import type { SessionWear } from '../../mix/renewal-policy';
import type { UnitSystem } from '../../quantity/unit';
import type { Alloy } from '../../reference/alloys';
import type { FormulaId } from '../stages';

/** Of the reader's own, what formulas are shown with. SI; null where there is none yet. */
export interface OwnFigures {
  heap: {
    name: string;
    total_kg: number;
    moisture: number;
    aim: number;
    parts: Composition;
    green_pa: number | null;
    density_kg_m3: number;
    oil: boolean;
  } | null;
  flask: { name: string; length_m: number; width_m: number; cope_m: number; drag_m: number } | null;
  casting: {
    name: string;
    kg: number;
    volume_m3: number;
    area_m2: number;
    length_m: number;
    /** How far it reaches into the cope and into the drag. */
    above_m: number;
    below_m: number;
    alloy: Alloy;
  } | null;
  /** Of the heap, the latest of each kind. */
  tests: { [K in HeapTestKind]?: Extract<HeapTest, { kind: K }> };
  /** A property of the heap that was measured several times, fractions; the first first. */
  readings: { name: string; heap: string; of: readonly number[] } | null;
  /** How the heap stands. */
  standing: { name: string; exposed_area_m2: number; cover: Cover } | null;
  /** What a usual day of casting does to the heap. */
  wear: (SessionWear & { name: string; mass_kg: number; clay_per_sand: number }) | null;
  /** A lot of the stock. */
  lot: { name: string; moisture: number } | null;
  /** The latest question put to the sand: pairs that are known, and how many were planned. */
  trial: { name: string; pairs: number; planned: number; by_chance: number } | null;
}

export interface Formula {
  id: FormulaId;
  name: string;
  /** As it is written. */
  formula: string;
  symbols: string;
  source: string;
  /** With the reader's own figures in it; null where they have none. */
  own(of: OwnFigures, units: UnitSystem): string | null;
}
