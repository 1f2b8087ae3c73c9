import type { HeapTest } from '$core/bench/heap-test';
import type { Weighed } from '$core/material/arrival';
import type { Cover } from './drying';

/** Where a heap stands. */
export interface Container {
  cover: Cover;
  exposed_area_m2: number;
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
  | { kind: 'drawn'; kg: number }
  | { kind: 'returned'; kg: number }
  | { kind: 'poured'; burnt_kg: number; water_driven_off_kg: number | null }
  | { kind: 'moved'; container: Container }
  /** `excluded`: why the reading is kept but does not count. */
  | { kind: 'tested'; test: HeapTest; excluded?: string | undefined }
  | { kind: 'noted' };

export type EventKind = Event['kind'];

/** A dated event in a heap's ledger. `at` is ISO 8601 UTC. */
export interface LedgerEntry {
  id: number;
  at: string;
  event: Event;
}

/**
 * Sand around the burnt skin loses water without burning; without a figure, as much again as the burnt sand
 * itself held twice over (handbook default).
 */
export const DRIVEN_OFF_PER_BURNT = 2;
