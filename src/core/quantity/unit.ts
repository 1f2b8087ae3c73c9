/**
 * Units that a caster may type, each with its exact factor to the SI base unit of its dimension.
 *
 * Source: the international yard and pound agreement (1 lb = 0.453 592 37 kg, 1 in = 0.0254 m exactly);
 * US liquid gallon = 231 in³.
 */
export const DIMENSIONS = ['mass', 'length', 'area', 'volume', 'fraction', 'time', 'count'] as const;
export type Dimension = (typeof DIMENSIONS)[number];

export type UnitSystem = 'metric' | 'us';

const POUND_KG = 0.45359237;
/** One pound-force a square inch: standard gravity on a pound, over an inch squared. */
export const PA_PER_PSI = 6894.757293168;
const INCH_M = 0.0254;
const GALLON_M3 = 231 * INCH_M ** 3;

/** Per dimension: unit word (lower case) → factor to SI (kg, m, m², m³, 1, s). */
export const UNITS: Record<Dimension, Record<string, number>> = {
  mass: {
    mg: 1e-6,
    g: 1e-3,
    gram: 1e-3,
    grams: 1e-3,
    kg: 1,
    kilo: 1,
    kilos: 1,
    t: 1000,
    lb: POUND_KG,
    lbs: POUND_KG,
    pound: POUND_KG,
    pounds: POUND_KG,
    oz: POUND_KG / 16,
    ounce: POUND_KG / 16,
    ounces: POUND_KG / 16
  },
  length: {
    mm: 1e-3,
    cm: 1e-2,
    m: 1,
    in: INCH_M,
    inch: INCH_M,
    inches: INCH_M,
    '"': INCH_M,
    ft: 12 * INCH_M,
    foot: 12 * INCH_M,
    feet: 12 * INCH_M,
    "'": 12 * INCH_M
  },
  area: {
    'mm²': 1e-6,
    mm2: 1e-6,
    'cm²': 1e-4,
    cm2: 1e-4,
    'm²': 1,
    m2: 1,
    'in²': INCH_M ** 2,
    in2: INCH_M ** 2,
    'ft²': (12 * INCH_M) ** 2,
    ft2: (12 * INCH_M) ** 2
  },
  volume: {
    ml: 1e-6,
    'cm³': 1e-6,
    cm3: 1e-6,
    l: 1e-3,
    litre: 1e-3,
    litres: 1e-3,
    liter: 1e-3,
    liters: 1e-3,
    'm³': 1,
    m3: 1,
    'in³': INCH_M ** 3,
    in3: INCH_M ** 3,
    gal: GALLON_M3,
    qt: GALLON_M3 / 4,
    pt: GALLON_M3 / 8,
    // A US fluid ounce is 1/128 gallon, a tablespoon half of one, a teaspoon a third of that.
    floz: GALLON_M3 / 128,
    tbsp: GALLON_M3 / 256,
    tsp: GALLON_M3 / 768,
    // Handbook vessels, as in `hand-measure`.
    mug: 300e-6,
    mugs: 300e-6,
    bucket: 10e-3,
    buckets: 10e-3,
    cup: GALLON_M3 / 16,
    cups: GALLON_M3 / 16
  },
  fraction: { '%': 0.01, percent: 0.01 },
  time: { s: 1, sec: 1, min: 60, h: 3600, hour: 3600, hours: 3600, d: 86400, day: 86400, days: 86400 },
  count: {}
};

/** What each dimension is called in a message, with an example in each habit. */
export const DIMENSION_WORDS: Record<Dimension, { name: string; example: string }> = {
  mass: { name: 'a weight', example: '350 g, 1.2 kg or 2 lb 6 oz' },
  length: { name: 'a length', example: '250 mm or 1 1/2 in' },
  area: { name: 'an area', example: '0.12 m² or 180 in²' },
  volume: { name: 'a volume', example: '2 L or 3 cups' },
  fraction: { name: 'a percentage', example: '3.5 %' },
  time: { name: 'a time', example: '20 min or 3 days' },
  count: { name: 'a plain number', example: '10' }
};

/** The dimension a unit word belongs to, or undefined when no dimension knows it. */
export function dimensionOfUnit(word: string): Dimension | undefined {
  const key = word.toLowerCase();
  return (Object.keys(UNITS) as Dimension[]).find((dimension) => key in UNITS[dimension]);
}
