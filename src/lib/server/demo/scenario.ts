/**
 * The made-up scenario: the Quillet Lane allotment society restores its own ironmongery in its shed. Ottla,
 * Bram and Yevet cast on Saturdays; nobody and nothing in it is real.
 */

export const MEMBERS = ['Ottla', 'Bram', 'Yevet'] as const;

export const HEAPS = {
  gate: {
    name: 'Gate heap',
    system: 'water',
    binder: 'sodium-bentonite',
    container: { cover: 'lid', exposed_area_m2: 0.16, capacity_kg: 70, place: 'shed' },
    scale_g: 1,
    zone: 'Europe/London'
  },
  dial: {
    name: 'Dial sand',
    system: 'oil',
    binder: 'oil',
    container: { cover: 'sealed', exposed_area_m2: 0.06, capacity_kg: 18, place: 'indoors' },
    zone: 'Europe/London'
  },
  bin: {
    name: 'Plot 9 bin',
    system: 'water',
    binder: 'natural',
    container: { cover: 'cloth', exposed_area_m2: 0.14, place: 'outdoors' },
    zone: 'Europe/London'
  }
} as const;

export const LOTS = [
  {
    key: 'silica',
    kind: 'washed-silica',
    supplier: 'the quarry shop',
    bought_kg: 50,
    bag_kg: 25,
    cost: 14.5,
    currency: 'GBP',
    fineness_number: 92,
    bought_days_ago: 430
  },
  {
    key: 'silica2',
    kind: 'washed-silica',
    supplier: 'the quarry shop, second trip',
    bought_kg: 25,
    bag_kg: 25,
    cost: 7.9,
    currency: 'GBP',
    moisture_percent: 0.4,
    bought_days_ago: 300
  },
  {
    key: 'sharp',
    kind: 'damp-sand',
    supplier: 'builders’ yard',
    bought_kg: 40,
    bag_kg: 20,
    cost: 5.6,
    currency: 'GBP',
    bought_days_ago: 120
  },
  {
    key: 'olivine',
    kind: 'olivine',
    supplier: 'a foundry that closed',
    bought_kg: 25,
    bag_kg: 25,
    cost: 21,
    currency: 'GBP',
    fineness_number: 140,
    bought_days_ago: 380
  },
  {
    key: 'bentonite',
    kind: 'sodium-bentonite',
    supplier: 'pond-lining merchant',
    bought_kg: 10,
    bag_kg: 5,
    cost: 13,
    currency: 'GBP',
    moisture_percent: 8.4,
    bought_days_ago: 430
  },
  {
    key: 'bentonite2',
    kind: 'sodium-bentonite',
    supplier: 'pond-lining merchant',
    bought_kg: 10,
    bag_kg: 5,
    cost: 14.2,
    currency: 'GBP',
    bought_days_ago: 250
  },
  {
    key: 'fireclay',
    kind: 'fire-clay',
    supplier: 'potters’ supply',
    bought_kg: 5,
    cost: 6.4,
    currency: 'GBP',
    bought_days_ago: 200
  },
  {
    key: 'organoclay',
    kind: 'organoclay',
    supplier: 'paint-maker’s remnant',
    bought_kg: 1.5,
    cost: 16,
    currency: 'GBP',
    bought_days_ago: 380
  },
  {
    key: 'oil',
    kind: 'light-oil',
    supplier: 'sewing-machine oil, by the can',
    bought_kg: 0.87,
    cost: 9.5,
    currency: 'GBP',
    bought_days_ago: 380
  },
  {
    key: 'activator',
    kind: 'activator',
    supplier: null,
    bought_kg: 0.2,
    cost: 3.2,
    currency: 'GBP',
    bought_days_ago: 380
  },
  {
    key: 'pond',
    kind: 'home-clay',
    supplier: 'dug from the pond bank',
    bought_kg: 6.2,
    bought_days_ago: 60
  },
  {
    key: 'flour',
    kind: 'wood-flour',
    supplier: 'joiner’s dust, sieved',
    bought_kg: 1,
    cost: 0,
    currency: 'GBP',
    bought_days_ago: 150
  }
] as const;

/** Saturdays on which they cast, in days before today: about every second week, with a winter gap. */
export const SESSIONS = [
  420, 406, 392, 378, 364, 343, 301, 287, 273, 259, 245, 231, 217, 203, 189, 175, 161, 147, 133, 119, 105, 91,
  77, 63, 49, 35, 18
] as const;

/** A sieve of the kitchen, which stands in the stack between the 40 and the 70. */
export const TEA_SIEVE = { wires_per_10_mm: 15, wire_mm: 0.32 };

/** The flasks of the shed, by their inside sizes. */
export const FLASKS = [
  {
    name: 'Shelf board',
    length_mm: 350,
    width_mm: 250,
    cope_mm: 90,
    drag_mm: 70,
    cope_kg: 2.1,
    drag_kg: 1.8
  },
  {
    name: 'Drawer pair',
    length_mm: 260,
    width_mm: 200,
    cope_mm: 110,
    drag_mm: 80,
    cope_kg: 1.6,
    drag_kg: 1.3
  },
  { name: 'Cake ring', shape: 'round', length_mm: 240, cope_mm: 90, drag_mm: 75, wall: 'grooved' }
] as const;

/** Their numbers, for those who go straight to a page: the last casting day, the one that comes, and its two molds. */
export const LAST_DAY = SESSIONS.length;
export const NEXT_DAY = SESSIONS.length + 1;
export const NEXT_MOLDS = [59, 60] as const;
