import type { HeapTest } from '$core/bench/heap-test';
import type { Weighed } from '$core/material/arrival';
import type { Cover } from './drying';
import type { Place } from './place';

/** Where a heap stands. */
export interface Container {
  cover: Cover;
  exposed_area_m2: number;
  /** An unheated shed unless said. */
  place?: Place | undefined;
  capacity_kg?: number | undefined;
}

/** An ingredient weighed into a heap, and which of its figures somebody measured or stated. */
export interface Ingredient extends Weighed {
  /** What the user calls it: a role, or a handbook material. */
  ingredient: string;
  lot_id?: number | undefined;
  moisture_stated: boolean;
  active_stated: boolean;
}

/** What happened. Masses are as weighed, damp, in kg; fractions 0–1. */
export type Event =
  | { kind: 'mixed'; additions: Ingredient[] }
  | {
      kind: 'bought';
      kg: number;
      moisture_fraction: number;
      /** Share of the dry mix. */
      active_clay_fraction: number;
      /** Oil as a share of the dry mix; 0 for water-bonded sand. */
      oil_fraction: number;
      moisture_stated: boolean;
      active_stated: boolean;
      lot_id?: number | undefined;
    }
  | { kind: 'water'; kg: number }
  | { kind: 'added'; additions: Ingredient[] }
  | { kind: 'dried'; kg: number }
  | { kind: 'discarded'; kg: number; burnt: boolean }
  | { kind: 'spilled'; kg: number }
  /** `rammed_l`: the volume that the sand filled once rammed, litres. */
  | { kind: 'drawn'; kg: number; rammed_l?: number | undefined }
  /**
   * `rest_lost`: what is still out will not come back. `weighed` false: the mass was worked out from what was
   * out and the spill learned so far.
   */
  | { kind: 'returned'; kg: number; rest_lost?: boolean | undefined; weighed?: boolean | undefined }
  /** `burnt_stated` false: worked out from the metal poured and the burning learned so far. */
  | {
      kind: 'poured';
      burnt_kg: number;
      water_driven_off_kg: number | null;
      metal_kg?: number | undefined;
      burnt_stated?: boolean | undefined;
    }
  | { kind: 'moved'; container: Container }
  /** Holds a learned figure at `value` from here on, or, with null, starts learning it anew. */
  | { kind: 'learning'; of: LearnedFigure; value: number | null }
  /**
   * `excluded`: why the reading is kept but does not count. `batch_id`: the entry of the batch it was made on
   * while that lay by itself.
   */
  | {
      kind: 'tested';
      test: HeapTest;
      excluded?: string | undefined;
      batch_id?: number | undefined;
    }
  | { kind: 'noted' };

/**
 * Figures that a heap teaches: how much faster it dries than the handbook says, the density it rams to
 * (kg/m³), the share of drawn sand that is lost each time, and the sand burnt by a kilogram of metal.
 */
export type LearnedFigure = 'drying' | 'rammed-density' | 'spill' | 'burn';

export const LEARNED_FIGURES: readonly LearnedFigure[] = ['drying', 'rammed-density', 'spill', 'burn'];

export type EventKind = Event['kind'];

/** A test made on a batch before it was mixed into the rest of the heap. */
export interface BatchTest {
  entry_id: number;
  test: HeapTest;
}

/** A dated event in a heap's ledger. `at` is ISO 8601 UTC. */
export interface LedgerEntry {
  id: number;
  at: string;
  event: Event;
  /** Tests that were made on this batch by itself and count, in order. */
  batch_tests?: readonly BatchTest[] | undefined;
}

/** What was read of the whole heap, and counts; null for a batch by itself, and for a reading that was left out. */
export function readingOfHeap(event: Event): HeapTest | null {
  const counts = event.kind === 'tested' && event.excluded === undefined && event.batch_id === undefined;
  return counts ? event.test : null;
}

/** Hands each batch the tests that were made on it by itself; a test of a batch that is gone counts for nothing. */
export function withBatchTests(entries: readonly LedgerEntry[]): LedgerEntry[] {
  const tests = new Map<number, BatchTest[]>();
  for (const { id, event } of entries) {
    if (event.kind !== 'tested' || event.batch_id === undefined || event.excluded !== undefined) continue;
    tests.set(event.batch_id, [...(tests.get(event.batch_id) ?? []), { entry_id: id, test: event.test }]);
  }
  if (tests.size === 0) return [...entries];
  return entries.map((entry) =>
    tests.has(entry.id) ? { ...entry, batch_tests: tests.get(entry.id) } : entry
  );
}

/**
 * Sand around the burnt skin loses water without burning; without a figure, as much again as the burnt sand
 * itself held twice over (handbook default).
 */
export const DRIVEN_OFF_PER_BURNT = 2;
