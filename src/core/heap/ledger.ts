import { arrivalOf } from '$core/material/arrival';
import { composition, minus, plus, portion, totalMass, type Composition } from '$core/material/composition';
import { DRIVEN_OFF_PER_BURNT, type Event, type LedgerEntry } from './entry';

/**
 * The books of a heap. Everything ever brought is in the heap, out in molds, or gone:
 * brought = sand + out + gone, in total; part by part too, but for active clay that a pour turned dead.
 */
export interface Books {
  sand: Composition;
  /** Drawn for molds and not yet returned. */
  out: Composition;
  brought: Composition;
  /** Discarded, spilled, burnt off, driven off, dried off. */
  gone: Composition;
}

/** An entry that cannot have happened: it takes more than there was. */
export class LedgerError extends Error {
  constructor(
    readonly entry_id: number,
    readonly field: 'kg' | 'burnt_kg',
    /** What there was, kg. */
    readonly available_kg: number,
    message: string
  ) {
    super(message);
    this.name = 'LedgerError';
  }
}

export function emptyBooks(): Books {
  return { sand: composition(), out: composition(), brought: composition(), gone: composition() };
}

/** Entries in the order in which they count: by time, then by id of the first version. */
export function inOrder<T extends { at: string; id: number }>(entries: readonly T[]): T[] {
  return [...entries].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id - b.id));
}

/** The present state of a ledger: every entry applied in order. */
export function replay(entries: readonly LedgerEntry[]): Books {
  return inOrder(entries).reduce(apply, emptyBooks());
}

/**
 * The one place where an entry changes a composition.
 *
 * @throws LedgerError when the entry takes more than there is
 */
export function apply(books: Books, entry: LedgerEntry): Books {
  const { event } = entry;
  switch (event.kind) {
    case 'mixed':
    case 'added':
      return bring(books, event.additions.map(arrivalOf).reduce(plus, composition()));
    case 'bought':
      return bring(books, boughtSand(event));
    case 'water':
      return bring(books, composition({ water: event.kg }));
    case 'dried':
      return lose(
        books,
        composition({ water: upTo(entry, event.kg, books.sand.water, 'water in the heap') })
      );
    case 'discarded':
    case 'spilled':
      return lose(books, take(entry, books, event.kg));
    case 'drawn': {
      const drawn = take(entry, books, event.kg);
      return { ...books, sand: minus(books.sand, drawn), out: plus(books.out, drawn) };
    }
    case 'returned':
      return event.rest_lost ? loseRest(giveBack(books, event.kg)) : giveBack(books, event.kg);
    case 'poured':
      return burn(books, entry, event);
    case 'moved':
    case 'learning':
    case 'tested':
    case 'noted':
      return books;
  }
}

/** What sand bought or found ready mixed is taken to consist of. */
export function boughtSand(event: Extract<Event, { kind: 'bought' }>): Composition {
  const water = event.kg * event.moisture_fraction;
  const dry = event.kg - water;
  const active_clay = dry * event.active_clay_fraction;
  const oil = dry * event.oil_fraction;
  return composition({ grain: dry - active_clay - oil, active_clay, oil, water });
}

/** What a pour does to a body of sand: clay in the burnt part dies, what burns goes, and water is driven off. */
export function burntBody(body: Composition, burnt_kg: number, driven_off_kg: number | null): Composition {
  const total = totalMass(body);
  const share = total > 0 ? Math.min(1, burnt_kg / total) : 0;
  const driven_off = driven_off_kg ?? Math.min(1, share * (1 + DRIVEN_OFF_PER_BURNT)) * body.water;
  return {
    ...body,
    active_clay: body.active_clay * (1 - share),
    dead_clay: body.dead_clay + body.active_clay * share,
    combustibles: body.combustibles * (1 - share),
    oil: body.oil * (1 - share),
    water: Math.max(0, body.water - driven_off)
  };
}

function bring(books: Books, arrival: Composition): Books {
  return { ...books, sand: plus(books.sand, arrival), brought: plus(books.brought, arrival) };
}

function lose(books: Books, lost: Composition): Books {
  return { ...books, sand: minus(books.sand, lost), gone: plus(books.gone, lost) };
}

/** The sand in molds burns first; what was poured into sand never drawn burns in the heap itself. */
function burn(books: Books, entry: LedgerEntry, event: Extract<Event, { kind: 'poured' }>): Books {
  const where = totalMass(books.out) >= event.burnt_kg && totalMass(books.out) > 0 ? 'out' : 'sand';
  const body = books[where];
  upTo(entry, event.burnt_kg, totalMass(body), 'sand there', 'burnt_kg');
  const after = burntBody(body, event.burnt_kg, event.water_driven_off_kg);
  const lost = minus(body, after);
  // Clay that died is still there: it is no loss, only another part.
  const dead = after.dead_clay - body.dead_clay;
  const gone = plus(books.gone, { ...lost, active_clay: lost.active_clay - dead, dead_clay: 0 });
  return { ...books, [where]: after, gone };
}

/** Sand back from molds; more than was drawn is taken to be like the heap, and counts as brought. */
function giveBack(books: Books, kg: number): Books {
  const out = totalMass(books.out);
  const back = portion(books.out, Math.min(kg, out));
  const rest = {
    ...books,
    sand: plus(books.sand, back),
    out: kg >= out ? composition() : minus(books.out, back)
  };
  if (kg <= out) return rest;
  const like = totalMass(rest.sand) > 0 ? rest.sand : composition({ grain: 1 });
  return bring(rest, portion(like, kg - out));
}

/** What is still out stays out for good. */
function loseRest(books: Books): Books {
  return { ...books, out: composition(), gone: plus(books.gone, books.out) };
}

function take(entry: LedgerEntry, books: Books, kg: number): Composition {
  return portion(books.sand, upTo(entry, kg, totalMass(books.sand), 'sand in the heap'));
}

/** The amount, if there is so much; the tolerance forgives rounding, not a wrong weighing. */
function upTo(
  entry: LedgerEntry,
  kg: number,
  available: number,
  of: string,
  field: 'kg' | 'burnt_kg' = 'kg'
): number {
  if (kg <= available) return kg;
  if (kg <= available * (1 + 1e-9)) return available;
  const there = available.toFixed(available < 1 ? 3 : 2);
  throw new LedgerError(
    entry.id,
    field,
    available,
    `There was only ${there} kg of ${of} then: at most that can go.`
  );
}
