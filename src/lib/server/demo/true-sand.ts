import type { SqueezeReading } from '$core/bench/formula/squeeze';
import { holdingOf, waterAfterStanding } from '$core/heap/state/drying';
import { HEAP } from '$core/heap/state/bodies';
import type { Container } from '$core/heap/state/container';
import type { Event } from '$core/heap/kinds';
import { apply, emptyBooks, sandIn, type Books } from '$core/heap/ledger';
import type { Bookkeeping } from '$core/heap/state/belief';
import { moistureFraction } from '$core/material/composition';
import { airAround, simulatedStation } from '../device/weather-station';
import type { Chance } from './chance';

/**
 * Sand as it really is, behind the demo's records: the same entries act on it, but it dries at its own rate,
 * and tests read it with their usual error.
 */
export interface TrueSand {
  books: Books;
  container: Container;
  at: string;
  /** How much faster than the handbook it dries. */
  drying: number;
}

export function trueSand(container: Container, at: string, drying: number): TrueSand {
  return { books: emptyBooks(), container, at, drying };
}

const air = airAround(simulatedStation);

export function standing(sand: TrueSand, at: string): TrueSand {
  const hours = ((Date.parse(at) - Date.parse(sand.at)) / 3_600_000) * sand.drying;
  const body = sandIn(sand.books);
  const water = waterAfterStanding(
    {
      water_kg: body.water,
      ...holdingOf(body, 0.43),
      exposed_area_m2: sand.container.exposed_area_m2,
      cover: sand.container.cover,
      climate: air(sand.container, Date.parse(sand.at), Date.parse(at))
    },
    hours
  );
  const bodies = new Map(sand.books.bodies).set(HEAP, { ...body, water });
  return { ...sand, at, books: { ...sand.books, bodies } };
}

export function after(sand: TrueSand, event: Event, keeping: Bookkeeping): TrueSand {
  return { ...sand, books: apply(sand.books, { id: 0, at: sand.at, event }, keeping) };
}

/** A moisture test read on the true sand: gross grams to the tenth that a kitchen scale shows. */
export function weighedDry(sand: TrueSand, by: Chance, sd: number) {
  const moisture = Math.max(0.001, moistureFraction(sandIn(sand.books)) + by.noise(sd));
  const tenth = (grams: number) => Math.round(grams * 10) / 10;
  const pan_g = 118.4;
  const sample = tenth(by.between(70, 95));
  return { pan_g, wet_g: tenth(pan_g + sample), dry_g: tenth(pan_g + sample * (1 - moisture)) };
}

/** What a hand finds in water-bonded sand at this multiple of its temper. */
export function squeezed(factor: number): SqueezeReading {
  if (factor < 0.66)
    return { holds: false, shrinks: false, breaks: 'crumbles', palm: 'clean', prints: 'none' };
  if (factor < 0.82)
    return { holds: true, shrinks: true, breaks: 'crumbles', palm: 'clean', prints: 'blurred' };
  if (factor < 0.9) return { holds: true, shrinks: true, breaks: 'ragged', palm: 'clean', prints: 'blurred' };
  if (factor < 0.96) return { holds: true, shrinks: true, breaks: 'ragged', palm: 'clean', prints: 'sharp' };
  if (factor < 1.1) return { holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' };
  if (factor < 1.33) return { holds: true, shrinks: true, breaks: 'bends', palm: 'film', prints: 'blurred' };
  return { holds: false, shrinks: true, breaks: 'bends', palm: 'smeared', prints: 'blurred' };
}
