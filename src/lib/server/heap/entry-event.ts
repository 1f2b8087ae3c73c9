import { testFigure, type HeapTest } from '$core/bench/heap-test';
import { moistureByDrying } from '$core/bench/moisture';
import { grading } from '$core/bench/sieve';
import { squeeze } from '$core/bench/squeeze';
import { hardnessBand } from '$core/bench/surface-hardness';
import type { Container, Event, Ingredient } from '$core/heap/entry';
import { asPercent } from '$core/quantity/display';
import { INGREDIENTS, ROLES, type MaterialKind, type Role } from '$core/reference/ingredients';
import { middle, type System, type Targets } from '$core/reference/targets';
import type { NewEntry } from '$lib/schema/entry';
import type { NewHeapTest } from '$lib/schema/heap-test';
import type { LotRecord } from '../stock/stock';

/** What an entry is understood by: the lots it may name and the windows of its heap. */
export interface EntryContext {
  lot(id: number): Promise<LotRecord>;
  system: System;
  targets: Targets;
}

/** The event that a written entry means, in SI, with every default filled in as it stood then. */
export async function toEvent(input: NewEntry, context: EntryContext): Promise<Event> {
  switch (input.kind) {
    case 'mixed':
      return {
        kind: 'mixed',
        additions: await Promise.all(input.additions.map((each) => toIngredient(each, context)))
      };
    case 'added':
      return { kind: 'added', additions: [await toIngredient(input, context)] };
    case 'bought':
      return toBought(input, context);
    case 'discarded':
      return { kind: 'discarded', kg: input.kg, burnt: input.burnt ?? false };
    case 'poured':
      return {
        kind: 'poured',
        burnt_kg: input.burnt_kg,
        water_driven_off_kg: input.water_driven_off_kg ?? null
      };
    case 'moved':
      return { kind: 'moved', container: input.container as Container };
    case 'noted':
      return { kind: 'noted' };
    default:
      return { kind: input.kind as 'water', kg: input.kg };
  }
}

interface WrittenIngredient {
  ingredient: string;
  kg: number;
  moisture_percent?: number | undefined;
  active_percent?: number | undefined;
  lot_id?: number | undefined;
}

/**
 * A stated figure counts first, then the lot's, then the handbook's. An ingredient named only by its role
 * (`sand`, `binder`) has no handbook figures: it counts as dry and fully active, that is, as what it says.
 */
async function toIngredient(written: WrittenIngredient, context: EntryContext): Promise<Ingredient> {
  const { ingredient, kg, lot_id } = written;
  const lot = lot_id === undefined ? undefined : await context.lot(lot_id);
  const kind = lot?.kind ?? (isRole(ingredient) ? undefined : (ingredient as MaterialKind));
  const defaults = kind && INGREDIENTS[kind];
  const role = lot?.role ?? defaults?.role ?? (ingredient as Role);
  const moisture = written.moisture_percent ?? lot?.moisture_percent.value;
  const active = written.active_percent ?? lot?.active_percent.value;
  const plainRole = kind === undefined;
  return {
    ingredient: kind ?? ingredient,
    role,
    kg,
    moisture_fraction:
      role === 'water' ? 1 : moisture === undefined ? (defaults?.moisture_fraction ?? 0) : moisture / 100,
    active_fraction: active === undefined ? (defaults?.active_fraction ?? 1) : active / 100,
    ...(lot_id !== undefined && { lot_id }),
    moisture_stated:
      written.moisture_percent !== undefined || lot?.moisture_percent.source === 'your entry' || plainRole,
    active_stated:
      written.active_percent !== undefined || lot?.active_percent.source === 'your entry' || plainRole
  };
}

const isRole = (name: string): name is Role => (ROLES as readonly string[]).includes(name);

/** Ready-mixed sand nobody measured is taken to stand in the middle of its heap's windows. */
function toBought(input: Extract<NewEntry, { kind: 'bought' }>, { system, targets }: EntryContext): Event {
  const { kg, moisture_percent, active_clay_percent, oil_percent } = input;
  const oil =
    oil_percent === undefined
      ? system === 'oil' && targets.oil
        ? middle(targets.oil)
        : 0
      : oil_percent / 100;
  return {
    kind: 'bought',
    kg,
    moisture_fraction: moisture_percent === undefined ? middle(targets.moisture) : moisture_percent / 100,
    active_clay_fraction:
      active_clay_percent === undefined ? middle(targets.active_clay) : active_clay_percent / 100,
    oil_fraction: oil,
    moisture_stated: moisture_percent !== undefined,
    active_stated: active_clay_percent !== undefined
  };
}

/** The test that a written record means: its readings in SI, without what every entry has. */
export function toTestEvent(input: NewHeapTest): Event {
  const { excluded_reason } = input;
  return {
    kind: 'tested',
    test: toTest(input),
    ...(excluded_reason !== undefined && { excluded: excluded_reason })
  };
}

function toTest(input: NewHeapTest): HeapTest {
  const { at, zone, note, version, excluded_reason, ...readings } = input;
  switch (readings.kind) {
    case 'moisture':
      return { ...readings, method: readings.method ?? 'pan' };
    case 'sieve':
      return { ...readings, sample_g: readings.sample_g ?? null };
    case 'methylene-blue': {
      const standards = readings.standards.map(({ active_percent, ml }) => ({
        active_clay: active_percent / 100,
        ml
      }));
      return { ...readings, standards };
    }
    default:
      return readings;
  }
}

/** A test's readings as the interface names them. */
function testFields(test: HeapTest): Record<string, unknown> {
  if (test.kind === 'sieve') return { ...test, ...(test.sample_g === null && { sample_g: undefined }) };
  if (test.kind !== 'methylene-blue') return { ...test };
  return {
    ...test,
    standards: test.standards.map(({ active_clay, ml }) => ({ active_percent: asPercent(active_clay), ml }))
  };
}

/** The fields of an event as the interface names them, percentages as percent. */
export function eventFields(event: Event): Record<string, unknown> {
  switch (event.kind) {
    case 'mixed':
      return { additions: event.additions.map(ingredientFields) };
    case 'added':
      return ingredientFields(event.additions[0]!);
    case 'bought':
      return {
        kg: event.kg,
        moisture_percent: asPercent(event.moisture_fraction),
        active_clay_percent: asPercent(event.active_clay_fraction),
        ...(event.oil_fraction > 0 && { oil_percent: asPercent(event.oil_fraction) }),
        moisture_source: event.moisture_stated ? 'your entry' : 'handbook',
        active_clay_source: event.active_stated ? 'your entry' : 'handbook'
      };
    case 'poured':
      return {
        burnt_kg: event.burnt_kg,
        ...(event.water_driven_off_kg !== null && { water_driven_off_kg: event.water_driven_off_kg })
      };
    case 'discarded':
      return { kg: event.kg, burnt: event.burnt };
    case 'moved':
      return { container: event.container };
    case 'noted':
      return {};
    case 'tested':
      return {
        test: testFields(event.test),
        ...(event.excluded !== undefined && { excluded_reason: event.excluded })
      };
    default:
      return { kg: event.kg };
  }
}

function ingredientFields(ingredient: Ingredient): Record<string, unknown> {
  return {
    ingredient: ingredient.ingredient,
    role: ingredient.role,
    kg: ingredient.kg,
    moisture_percent: asPercent(ingredient.moisture_fraction),
    active_percent: asPercent(ingredient.active_fraction),
    ...(ingredient.lot_id !== undefined && { lot_id: ingredient.lot_id }),
    moisture_source: ingredient.moisture_stated ? 'your entry' : 'handbook',
    active_source: ingredient.active_stated ? 'your entry' : 'handbook'
  };
}

/** What a test found, as the calculators would answer. */
export function testResult(test: HeapTest, system: System): Record<string, unknown> {
  switch (test.kind) {
    case 'squeeze':
      return { ...squeeze(test, system) };
    case 'moisture': {
      const { wet_basis, dry_basis } = moistureByDrying(test);
      return { moisture_percent: asPercent(wet_basis), dry_basis_percent: asPercent(dry_basis) };
    }
    case 'sieve': {
      const { fineness_number, fines, washed_off, findings } = grading(
        test.retained,
        test.sample_g ?? undefined
      );
      return {
        fineness_number,
        fines_percent: asPercent(fines),
        washed_off_percent: asPercent(washed_off),
        findings
      };
    }
    case 'hardness':
      return { reading: test.reading, band: hardnessBand(test.reading) };
    default: {
      const { name, scale } = FIGURES[test.kind];
      return { [name]: Number((testFigure(test)! * scale).toPrecision(12)) };
    }
  }
}

/** What the one figure of a test is called in the interface, and its unit as a multiple of the core's. */
const FIGURES = {
  compactability: { name: 'compactability_percent', scale: 100 },
  'green-compression': { name: 'strength_kpa', scale: 1e-3 },
  permeability: { name: 'permeability_number', scale: 1 },
  shatter: { name: 'shatter_percent', scale: 100 },
  'clay-wash': { name: 'loss_percent', scale: 100 },
  ignition: { name: 'loss_percent', scale: 100 },
  'methylene-blue': { name: 'active_clay_percent', scale: 100 }
} as const;
