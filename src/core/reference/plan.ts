/**
 * How long the work around a casting takes a pair of hands, minutes, until the maker's own figures replace it.
 *
 * Source: handbook default (usual times of hobby work).
 */
export const WORK_MIN = {
  coat: 20,
  sand: 15,
  repair: 45,
  order: 10,
  take_in: 10,
  renew: 60,
  squeeze: 5,
  spread: 10,
  temper_again: 20,
  indoors: 10,
  tools: 30,
  metal: 30,
  pour_first: 10,
  pour_each: 3,
  shake_out: 10,
  recondition: 45,
  record: 15
} as const;

/** Ramming a mold, minutes: both halves, and for each kilogram of sand (handbook default). */
export const RAM_MIN = { first: 25, per_kg: 1 } as const;

/** Sand and clay on their way, days (a guess: the merchant says better). */
export const DELIVERY_DAYS = 5;
/** Tempered sand lies covered so long for the clay to take up the water: overnight, h (handbook default). */
export const NIGHT_H = 8;
/** The evening before lies so long before the pour, h (handbook default). */
export const TEMPERED_BEFORE_H = 18;
/** A bin of cold sand takes so long to come to room temperature, h (handbook default). */
export const WARM_UP_H = 12;
/**
 * A rammed mold keeps so long, covered, h (handbook default): of water-bonded sand from the evening before, as its edges dry
 * and crumble; of oil-bonded sand for days.
 */
export const RAMMED_KEEPS_H = { water: 26, oil: 7 * 24 } as const;
/** Metal at pouring heat is poured within so long: held longer it takes up gas, burns off and burns fuel, min (handbook default). */
export const AT_HEAT_MIN = 15;
/** A mold is left shut about so long where its heat was not worked out yet, min (handbook default). */
export const LEFT_SHUT_MIN = 60;
/** Sand has cooled enough to be put right, min after it is shaken out (handbook default). */
export const SAND_COOLS_MIN = 30;
/** Sand above this loses water as fast as it gets it, and sticks to patterns, °C. */
export const HOT_SAND_C = 45;
/** Sand that is spread to cool lies so deep, m (handbook default). */
export const SPREAD_DEEP_M = 0.05;
/** Sand stiffens below this, °C: it has to be brought indoors. */
export const FROST_C = 4;
