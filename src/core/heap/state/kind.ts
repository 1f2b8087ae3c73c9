import type { HeapTest } from '$core/bench/heap-test';
import type { MaterialKind, Role } from '$core/reference/ingredients';
import type { HeapBinder, System, Targets } from '$core/reference/targets';
import { BURNT, HEAP, type Bodies, type BodyKey } from './bodies';
import type { Container } from './container';
import type { LearnedFigure } from './learned-figure';
import type { Belief, HeapNature } from './belief';
import type { HabitAmount } from './habits';
import type { Move } from './moves';
import type { Question } from './question';
import { KITCHEN_SCALE_G, WEIGHING_SD_KG, WEIGHING_SD_SHARE, scaleSd } from '$core/reference/accuracy';

/**
 * A kind of entry: everything there is to know of it, in one file each under `kinds/`. The schema, the interface's
 * documents, the ledger's words, the forms, the books and the estimate all come from here.
 *
 * @typeParam E the event as it is stored: SI, every default filled in
 * @typeParam F its fields as a person or a script writes them: percent, kilograms
 */
export interface EntryKind<E extends { kind: string }, F extends FieldSpecs> {
  kind: E['kind'];
  /** What a ledger calls it, and a search finds. */
  name: string;
  /** What a form calls it; null where no form of its own writes it. */
  title: string | null;
  fields: F;
  /** What no single field can tell: the path that is wrong and why, or null. */
  rule?(written: Written<F>): { path: string; message: string } | null;
  /** The event that a written entry means. */
  read(written: Written<F>, context: ReadContext): E;
  /** The fields of an event as the interface gives them. */
  show(event: E): Record<string, unknown>;
  /** What happened, and how much of it, in a few words; from shown fields, or from written ones before they are sent. */
  words(shown: Record<string, unknown>, mass: (kg: number) => string): Words;
  /** What it does to the sand and to what is known of it. */
  effect(event: E, scene: Scene): Effect;
  /** Amounts that such entries repeat: a new one far from them is asked about. */
  amounts?(event: E): HabitAmount[];
  /** Whether it is to be asked about before it is written: a digit likely slipped. */
  question?(event: E, asking: Asking): Question | null;
}

/** What an entry is asked about against: the heap as it is believed at its time. */
export interface Asking {
  nature: HeapNature;
  belief: Belief;
  /** Sand out in the mold that the entry names, or in all of them, kg. */
  out_kg: number;
}

export interface Words {
  what: string;
  amount: string;
}

/** What a form says beside a field. */
interface Asked {
  label: string;
  /** In a line below it; from what the heap has taught and what was typed so far. */
  hint?: string | ((known: Known) => string | undefined);
  /** Whether it is asked at all, by what was typed so far. */
  asked?: (known: Known) => boolean;
}

/** What a form knows while it is filled in. */
export interface Known {
  /** Masses kg, volumes m³, fractions 0–1, yes-no as 1 and 0; undefined while empty. */
  value(field: string): number | undefined;
  /** Learned of the heap; null where nobody asked it. */
  density_kg_l: number | null;
  spill_percent: number | null;
  burn_kg_per_kg: number | null;
  /** A mass in the reader's units. */
  mass(kg: number): string;
}

/** What a field holds; its range and unit follow from it. */
export type FieldSpec =
  | ({ type: 'mass'; most?: number; none?: boolean; small?: true; optional?: true } & Asked)
  | ({ type: 'percent'; most: number; optional?: true } & Asked)
  | ({ type: 'litres'; most: number; optional?: true } & Asked)
  | ({ type: 'yes-no'; no: string; yes: string; optional?: true } & Asked)
  | ({
      type: 'choice';
      of: readonly string[];
      names?: Readonly<Record<string, string>>;
      optional?: true;
    } & Asked)
  | { type: 'learned-value'; optional?: true }
  | ({ type: 'ingredient' } & Asked)
  | { type: 'lot'; optional: true }
  | { type: 'additions' }
  | { type: 'container'; label: string };

export type FieldSpecs = Readonly<Record<string, FieldSpec>>;

/** An ingredient as it is written: by its role or handbook kind, a stated figure, or the lot it came from. */
export interface WrittenIngredient {
  ingredient: string;
  kg: number;
  moisture_percent?: number | undefined;
  active_percent?: number | undefined;
  lot_id?: number | undefined;
}

type FieldValue<S extends FieldSpec> = S extends {
  type: 'mass' | 'percent' | 'litres' | 'learned-value' | 'lot';
}
  ? number
  : S extends { type: 'yes-no' }
    ? boolean
    : S extends { type: 'choice'; of: readonly (infer T)[] }
      ? T
      : S extends { type: 'additions' }
        ? WrittenIngredient[]
        : S extends { type: 'container' }
          ? Container
          : string;

/** The fields of a kind as they are written, optional ones left out or undefined. */
export type Written<F extends FieldSpecs> = {
  [N in keyof F as F[N] extends { optional: true } ? never : N]: FieldValue<F[N]>;
} & { [N in keyof F as F[N] extends { optional: true } ? N : never]?: FieldValue<F[N]> | undefined };

/** What is known of a lot where an ingredient names one; sources as the stock gives them. */
export interface LotFigures {
  kind: MaterialKind;
  role: Role;
  moisture_fraction: number;
  active_fraction: number;
  fines_fraction: number | null;
  moisture_stated: boolean;
  active_stated: boolean;
  /** How far tests of it leave its active share open; null where none told. */
  active_sd?: number | null;
}

/** What a written entry is understood by. */
export interface ReadContext {
  system: System;
  binder: HeapBinder;
  targets: Targets;
  lot(id: number): LotFigures;
  /** Learned so far, in SI. */
  learned(of: LearnedFigure): number;
  /** Sand out in the mold that the entry names, or in all of them, kg. */
  out_kg(): number;
  /** Sand that a pour could burn: in the molds, else in the heap, kg. */
  burnable_kg(): number;
}

/** What an entry finds when it happens. */
export interface Scene {
  bodies: Bodies;
  system: System;
  targets: Targets;
  binder: HeapBinder;
  /** The mold that the entry names; the pool of sand drawn without naming one. */
  mold: BodyKey;
  /** Whether it named one. */
  names_mold: boolean;
  /** What the scale shows at its finest, g. */
  scale_g: number;
  /** Sand burnt by a kilogram of metal, as learned so far, kg. */
  burn_per_metal(): number;
}

/** What an entry does: moves of sand, and what it tells. */
export interface Effect {
  moves: readonly Move[];
  /** Where the heap stands from now on. */
  container?: Container;
  /** A learned figure held at `value` (SI), or with null learned anew. */
  holds?: { of: LearnedFigure; value: number | null };
  /** What was read of the whole heap, and counts. */
  reading?: { test: HeapTest; confirmed: boolean };
  /**
   * A mass that was weighed and tells of the bodies it came from: `share` of their sum, give or take. Before they move, or
   * after a move has put them right, so that only their doubt is left to narrow.
   */
  weighed?: { of: readonly BodyKey[]; share: number; share_sd: number; kg: number; after?: true };
  /** What it teaches of how this heap rams, spills and burns. */
  teaches?: Lesson;
}

/** What one entry tells of a heap's habits; they are put together in `lessons`. */
export type Lesson =
  | { of: 'drawn'; kg: number; rammed_l: number | null }
  | { of: 'returned'; kg: number; weighed: boolean; lost_kg: number }
  | { of: 'spilled'; kg: number }
  | { of: 'poured'; metal_kg: number | null; burnt_kg: number; judged: boolean }
  | { of: 'sorted'; kg: number };

export const NO_EFFECT: Effect = { moves: [] };

/** The compiler's check that a kind is whole, with its own types kept. */
export const entryKind = <E extends { kind: string }, const F extends FieldSpecs>(kind: EntryKind<E, F>) =>
  kind;

/** Standard deviation of a weighing, kg: the scale's own, sand that settles, and a part of the load. */
export function weighingSd(kg: number, scale_g = KITCHEN_SCALE_G): number {
  return Math.hypot(scaleSd(scale_g) / 1000, WEIGHING_SD_KG, WEIGHING_SD_SHARE * kg);
}

/** Working a heap over (water in, sand in, sand out) mixes in the burnt sand that still lay beside it. */
export function workedOver(bodies: Bodies): Move[] {
  return bodies.has(BURNT) ? [{ do: 'merge', from: BURNT, to: HEAP }] : [];
}

/** An amount with its sign, for a ledger's line. */
export const signed = (sign: '+' | '−' | '', mass: (kg: number) => string, kg: unknown): string =>
  kg === undefined || kg === null ? '' : `${sign}${mass(Number(kg))}`;
