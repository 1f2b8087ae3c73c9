import type { HeapBinder } from './targets';

/**
 * Handbook defaults for what goes into molding sand. Every lot can override them.
 *
 * Source: general foundry-textbook ranges for hobby supplies; where a range is given the default is its
 * middle. Fractions are 0–1 by mass.
 */

/** What an ingredient does in the sand. `carbon` stands for everything that burns out: sea coal, flour, starch. */
export type Role = 'sand' | 'binder' | 'water' | 'oil' | 'activator' | 'fines' | 'carbon';

export const ROLES: readonly Role[] = ['sand', 'binder', 'water', 'oil', 'activator', 'fines', 'carbon'];

export type MaterialKind =
  | 'washed-silica'
  | 'damp-sand'
  | 'olivine'
  | 'sodium-bentonite'
  | 'calcium-bentonite'
  | 'absorbent-clay'
  | 'fire-clay'
  | 'home-clay'
  | 'inert-fines'
  | 'sea-coal'
  | 'wood-flour'
  | 'organoclay'
  | 'light-oil'
  | 'activator'
  | 'water';

export interface IngredientDefaults {
  name: string;
  role: Role;
  /** Share of the dry matter that binds, burns or is otherwise active. */
  active_fraction: number;
  /** How far one lot's active share may stand from it, where that is more than a bag's. */
  active_sd?: number;
  /** Water in the stuff as supplied, wet basis. */
  moisture_fraction: number;
  loose_kg_per_l: number;
  /** Usual dose, parts per hundred of dry sand by mass, where there is one. */
  dose_phs?: number;
  remark: string;
}

export const INGREDIENTS: Record<MaterialKind, IngredientDefaults> = {
  'washed-silica': {
    name: 'Washed silica sand, dry',
    role: 'sand',
    active_fraction: 0,
    moisture_fraction: 0.002,
    loose_kg_per_l: 1.5,
    remark: 'Respirable silica: wet it or wear a fitted respirator.'
  },
  'damp-sand': {
    name: 'Play or sharp sand, damp bag',
    role: 'sand',
    active_fraction: 0,
    moisture_fraction: 0.035,
    loose_kg_per_l: 1.45,
    remark: 'Bags differ from 2 to 5 % water: measure it. A wide grading packs well.'
  },
  olivine: {
    name: 'Olivine sand',
    role: 'sand',
    active_fraction: 0,
    moisture_fraction: 0.001,
    loose_kg_per_l: 1.75,
    remark: 'Little free silica; wants about 20 % more weight for the same volume.'
  },
  'sodium-bentonite': {
    name: 'Sodium bentonite (western)',
    role: 'binder',
    active_fraction: 0.9,
    moisture_fraction: 0.09,
    loose_kg_per_l: 0.85,
    dose_phs: 8,
    remark: 'Strong when hot; swells, so give it a rest after water.'
  },
  'calcium-bentonite': {
    name: 'Calcium bentonite (southern)',
    role: 'binder',
    active_fraction: 0.9,
    moisture_fraction: 0.09,
    loose_kg_per_l: 0.85,
    dose_phs: 8,
    remark: 'Quick green strength and an easy shake-out.'
  },
  'absorbent-clay': {
    name: 'Absorbent clay, ground',
    role: 'binder',
    active_fraction: 0.65,
    moisture_fraction: 0.08,
    loose_kg_per_l: 0.6,
    dose_phs: 12,
    remark: 'Grind and sieve it; unscented only. Weaker than bentonite.'
  },
  'fire-clay': {
    name: 'Fire or ball clay',
    role: 'binder',
    active_fraction: 0.5,
    moisture_fraction: 0.04,
    loose_kg_per_l: 0.95,
    dose_phs: 15,
    remark: 'Takes more clay and more water for the same strength.'
  },
  'home-clay': {
    name: 'Home-ground clay',
    role: 'binder',
    active_fraction: 0.45,
    active_sd: 0.2,
    moisture_fraction: 0.03,
    loose_kg_per_l: 0.95,
    dose_phs: 18,
    remark: 'Dug and ground by yourself, of unknown strength: a settling jar or trial cylinders tell.'
  },
  'inert-fines': {
    name: 'Inert fines (< 75 µm)',
    role: 'fines',
    active_fraction: 0,
    moisture_fraction: 0,
    loose_kg_per_l: 1.1,
    dose_phs: 2,
    remark: 'Fills the gaps of a sand that is too uniform. The dustiest thing in the shop.'
  },
  'sea-coal': {
    name: 'Sea coal or other carbon',
    role: 'carbon',
    active_fraction: 1,
    moisture_fraction: 0.02,
    loose_kg_per_l: 0.75,
    dose_phs: 3,
    remark: '2–5 parts for iron; usually none for hobby aluminium.'
  },
  'wood-flour': {
    name: 'Wood flour or starch',
    role: 'carbon',
    active_fraction: 1,
    moisture_fraction: 0.07,
    loose_kg_per_l: 0.45,
    dose_phs: 0.8,
    remark: 'Helps the mold collapse and hardens its skin.'
  },
  organoclay: {
    name: 'Organophilic clay',
    role: 'binder',
    active_fraction: 1,
    moisture_fraction: 0.01,
    loose_kg_per_l: 0.5,
    dose_phs: 5,
    remark: 'For oil only: it does not take water.'
  },
  'light-oil': {
    name: 'Light mineral oil, non-detergent',
    role: 'oil',
    active_fraction: 1,
    moisture_fraction: 0,
    loose_kg_per_l: 0.87,
    dose_phs: 2,
    remark: 'Detergent oils upset the clay.'
  },
  activator: {
    name: 'Polar activator (alcohol or glycol)',
    role: 'activator',
    active_fraction: 1,
    moisture_fraction: 0,
    loose_kg_per_l: 0.9,
    dose_phs: 0.15,
    remark: 'Flammable: no flame near it, and air the room.'
  },
  water: {
    name: 'Water',
    role: 'water',
    active_fraction: 0,
    moisture_fraction: 1,
    loose_kg_per_l: 1,
    remark: 'From the tap or the butt; lukewarm works in faster.'
  }
};

/** Density of what is poured rather than shovelled, kg/L: its mass can be told by the jug. Undefined for the rest. */
export function liquidKgPerL(kind: string): number | undefined {
  if (!Object.hasOwn(INGREDIENTS, kind)) return undefined;
  const { role, loose_kg_per_l } = INGREDIENTS[kind as MaterialKind];
  return ['water', 'oil', 'activator'].includes(role) ? loose_kg_per_l : undefined;
}

export const MATERIAL_KINDS = Object.keys(INGREDIENTS) as MaterialKind[];

/** The clay that a heap is bound with, as it is bought; null of natural sand, whose clay came with it. */
export const clayOf = (binder: HeapBinder): MaterialKind | null =>
  binder === 'oil' ? 'organoclay' : binder === 'natural' ? null : binder;
