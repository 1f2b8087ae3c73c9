import type { MaterialKind } from '../../reference/ingredients';
import type { CoatKind } from '../../reference/pattern';

export interface CoatToDo {
  what: CoatKind;
  grit: number | null;
  dry_h: number;
}

/** All that a casting day is planned from. Masses kg, times ms since 1970. */
export interface CastingFacts {
  now: number;
  /** Who may do it. */
  people: readonly string[];
  patterns: readonly {
    id: number;
    name: string;
    /** Coats that are still to come, in order. */
    coats: readonly CoatToDo[];
    /** When what was put on already is dry. */
    dry_at: number;
    wear: string | null;
  }[];
  heaps: readonly {
    id: number;
    name: string;
    /** How long a mold keeps that was rammed of it, h. */
    keeps_h: number;
    water_kg: number;
    binder_kg: number;
    dry_off_kg: number;
    /** Nobody knows how it stands. */
    unknown: boolean;
    renew: boolean;
    /** What the molds want beyond what it holds, what comes back between two rounds counted, kg. */
    short_kg: number;
    /** Rounds that want sand back of the molds before them, and what it is then tempered with. */
    again: readonly {
      round: number;
      water_kg: number;
      binder_kg: number;
      dry_off_kg: number;
      /** How warm it comes out of the molds, °C. */
      sand_c: number;
      /** How long it lies spread until it may be tempered, min. */
      cools_min: number;
    }[];
    /** How long sand of the day's last molds lies spread until it may be put right, min. */
    cools_min: number;
    /** The coldest that is forecast where it stands; null where no frost is. */
    frost_c: number | null;
    /** There is a forecast for where it stands, or none is wanted. */
    frost_known: boolean;
    /** When sand of a mold of this day came back to it, and it was not put right since; null where none lies so. */
    back_at: number | null;
  }[];
  buy: readonly {
    what: string;
    /** What lot it becomes in stock; null where nobody can tell. */
    kind: MaterialKind | null;
    kg: number;
    cost: number | null;
    currency: string;
    days: number;
    heap_id: number | null;
  }[];
  molds: readonly {
    /** Its number in the day, from 1. */
    number: number;
    mold_id: number | null;
    flask_id: number | null;
    flask: string;
    makes: string;
    pattern_ids: readonly number[];
    heap_id: number;
    sand_kg: number;
    /** Its sprue at the foot and its riser across, m (null: none); null where nothing was sized. */
    way: { sprue_m: number; riser_m: number | null } | null;
    /** How long people leave castings like its heaviest shut, min. */
    people_min: number;
    /** When it may be opened; null where it is not poured, or nobody can tell. */
    opens_at: number | null;
    /** In which round it is rammed: a flask is free again once it is shaken out. */
    round: number;
    rammed: boolean;
    /** It waits to be shaken out. */
    poured: boolean;
  }[];
  /** Molds of each melt, by their number, and how long the furnace takes. */
  melts: readonly { molds: readonly number[]; charge_kg: number; heat_min: number }[];
  alloy: string;
  /** How long tempered sand rests where there is no night for it before the pour, min; null where there is. */
  short_rest: { water: number; clay: number } | null;
  /** How long a mold takes here against the handbook; 1 until that is known. */
  ramming_pace: number;
  own: readonly { id: string; what: string; minutes: number; before: boolean }[];
}

export type MoldFacts = CastingFacts['molds'][number];

/** It is still to be rammed. */
export const toRam = ({ rammed, poured }: MoldFacts): boolean => !rammed && !poured;

/** Some mold is still to be rammed of a heap: once none is, nothing more is done to its sand before the pour. */
export const wantedOf = ({ molds }: CastingFacts, heap_id: number): boolean =>
  molds.some((mold) => mold.heap_id === heap_id && toRam(mold));

/** Which molds a step is for; nothing where all of them need it, as that is no reason to leave one out. */
export function serving(
  { molds }: CastingFacts,
  of: (mold: MoldFacts) => boolean
): { serves?: readonly string[] } {
  const names = molds.filter(of).map(moldName);
  return names.length > 0 && names.length < molds.length ? { serves: names } : {};
}

export const moldName = ({ number }: Pick<MoldFacts, 'number'>): string => `mold ${number}`;
