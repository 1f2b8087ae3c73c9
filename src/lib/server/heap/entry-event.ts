import type { Container, Event, Ingredient, LearnedFigure, LedgerEntry } from '$core/heap/entry';
import type { HeapNature } from '$core/heap/belief';
import { believe } from '$core/heap/estimate';
import { learn } from '$core/heap/learning';
import { replay } from '$core/heap/ledger';
import { asPercent } from '$core/quantity/display';
import { INGREDIENTS, ROLES, type MaterialKind, type Role } from '$core/reference/ingredients';
import { totalMass } from '$core/material/composition';
import { middle, type HeapBinder } from '$core/reference/targets';
import type { NewEntry } from '$lib/schema/entry';
import type { NewHeapTest } from '$lib/schema/heap-test';
import { testFields, toTest } from '../bench/test-record';
import { impossible } from '../refusal';
import type { LotRecord } from '../stock/stock';

/** What an entry is understood by: the lots it may name and the windows of its heap. */
export interface EntryContext {
  lot(id: number): Promise<LotRecord>;
  nature: HeapNature;
  binder: HeapBinder;
  /** The ledger up to a time, the entry itself left out. */
  before(at: string): Promise<LedgerEntry[]>;
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
    case 'drawn':
      return {
        kind: 'drawn',
        kg: input.kg,
        ...(input.rammed_l !== undefined && { rammed_l: input.rammed_l })
      };
    case 'returned':
      return toReturned(input, context);
    case 'poured':
      return toPoured(input, context);
    case 'learning':
      return {
        kind: 'learning',
        of: input.of as LearnedFigure,
        value: input.value === undefined ? null : input.value * LEARNED_SI[input.of as LearnedFigure]
      };
    case 'moved':
      return { kind: 'moved', container: input.container as Container };
    case 'noted':
      return { kind: 'noted' };
    default:
      return { kind: input.kind as 'water', kg: input.kg };
  }
}

/** Learned figures in SI for one unit of the interface: kg/L, %, and plain factors. */
export const LEARNED_SI: Record<LearnedFigure, number> = {
  drying: 1,
  'rammed-density': 1000,
  spill: 0.01,
  burn: 1
};

/** Sand that came back unweighed is all that was out, less what this heap usually spills. */
async function toReturned(
  { kg, rest_lost, at }: Extract<NewEntry, { kind: 'returned' }>,
  { before, nature, binder }: EntryContext
): Promise<Event> {
  if (kg !== undefined) return { kind: 'returned', kg, ...(rest_lost && { rest_lost }) };
  const ledger = await before(at);
  const out = believe(nature, ledger).out_kg;
  if (!(out > 0))
    throw impossible([{ path: 'kg', message: 'Nothing was out in molds then: weigh what came back.' }]);
  const { spill } = learn(nature, binder, ledger);
  return { kind: 'returned', kg: out * (1 - spill.value), rest_lost: true, weighed: false };
}

/** Burnt sand that nobody judged follows from the metal poured. */
async function toPoured(
  { burnt_kg, metal_kg, water_driven_off_kg, at }: Extract<NewEntry, { kind: 'poured' }>,
  { before, nature, binder }: EntryContext
): Promise<Event> {
  const same = {
    kind: 'poured' as const,
    water_driven_off_kg: water_driven_off_kg ?? null,
    ...(metal_kg !== undefined && { metal_kg })
  };
  if (burnt_kg !== undefined) return { ...same, burnt_kg };
  const ledger = await before(at);
  const { sand, out } = replay(ledger);
  const there = Math.max(totalMass(out), totalMass(sand));
  const { burn } = learn(nature, binder, ledger);
  return { ...same, burnt_kg: Math.min(there, burn.value * metal_kg!), burnt_stated: false };
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
    ...(role === 'sand' && lot?.fines_percent && { fines_fraction: lot.fines_percent.value / 100 }),
    ...(lot_id !== undefined && { lot_id }),
    moisture_stated:
      written.moisture_percent !== undefined ||
      (lot !== undefined && lot.moisture_percent.source !== 'handbook') ||
      plainRole,
    active_stated:
      written.active_percent !== undefined ||
      (lot !== undefined && lot.active_percent.source !== 'handbook') ||
      plainRole
  };
}

const isRole = (name: string): name is Role => (ROLES as readonly string[]).includes(name);

/** Ready-mixed sand nobody measured is taken to stand in the middle of its heap's windows. */
function toBought(
  input: Extract<NewEntry, { kind: 'bought' }>,
  { nature: { system, targets } }: EntryContext
): Event {
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
  const { excluded_reason, batch_entry_id } = input;
  return {
    kind: 'tested',
    test: toTest(input),
    ...(excluded_reason !== undefined && { excluded: excluded_reason }),
    ...(batch_entry_id !== undefined && { batch_id: batch_entry_id })
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
        burnt_source: event.burnt_stated === false ? 'learned' : 'your entry',
        ...(event.metal_kg !== undefined && { metal_kg: event.metal_kg }),
        ...(event.water_driven_off_kg !== null && { water_driven_off_kg: event.water_driven_off_kg })
      };
    case 'discarded':
      return { kg: event.kg, burnt: event.burnt };
    case 'drawn':
      return { kg: event.kg, ...(event.rammed_l !== undefined && { rammed_l: event.rammed_l }) };
    case 'returned':
      return {
        kg: event.kg,
        kg_source: event.weighed === false ? 'learned' : 'your entry',
        rest_lost: event.rest_lost ?? false
      };
    case 'moved':
      return { container: event.container };
    case 'learning':
      return {
        of: event.of,
        value: event.value === null ? null : event.value / LEARNED_SI[event.of]
      };
    case 'noted':
      return {};
    case 'tested':
      return {
        test: testFields(event.test),
        ...(event.excluded !== undefined && { excluded_reason: event.excluded }),
        ...(event.batch_id !== undefined && { batch_entry_id: event.batch_id })
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
