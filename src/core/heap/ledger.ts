import { fixed } from '../quantity/display';
import { composition, plus, totalMass, type Composition } from '$core/material/composition';
import { TARGETS } from '$core/reference/targets';
import type { Bookkeeping } from './state/belief';
import { burntPerMetal } from '$core/reference/wear';
import { HEAP, bodyOf, isOut, moldKey, noBodies, type Bodies } from './state/bodies';
import { inOrder, type LedgerEntry } from './entry';
import type { Scene } from './state/kind';
import { kindOf } from './kinds';
import { after, massThere, moved, type Move } from './state/moves';
import { KITCHEN_SCALE_G } from '$core/reference/accuracy';

/**
 * The books of a heap. Everything ever brought is in some body (the heap, burnt sand beside it, molds) or gone:
 * brought = Σ bodies + gone, in total; part by part too, but for active clay that a pour turned dead.
 */
export interface Books {
  bodies: Bodies;
  brought: Composition;
  /** Discarded, spilled, burnt off, driven off, dried off. */
  gone: Composition;
}

const USUAL: Bookkeeping = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite']
};

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
  return { bodies: noBodies(), brought: composition(), gone: composition() };
}

/** Sand in the heap, burnt sand beside it left out. */
export const sandIn = ({ bodies }: Pick<Books, 'bodies'>): Composition => bodyOf(bodies, HEAP);

/** All that is out in molds, burnt there or not. */
export function sandOut({ bodies }: Pick<Books, 'bodies'>): Composition {
  return [...bodies].filter(([key]) => isOut(key)).reduce((sum, [, body]) => plus(sum, body), composition());
}

/** The present state of a ledger: every entry applied in order. */
export function replay(entries: readonly LedgerEntry[], keeping: Bookkeeping = USUAL): Books {
  return inOrder(entries).reduce((books, entry) => apply(books, entry, keeping), emptyBooks());
}

/** What an entry finds: the scene that its effect is worked out in. */
export function sceneOf(
  bodies: Bodies,
  entry: Pick<LedgerEntry, 'mold_id'>,
  { system, targets, binder, scale_g = KITCHEN_SCALE_G }: Bookkeeping,
  burn_per_metal = () => burntPerMetal(binder)
): Scene {
  return {
    bodies,
    system,
    targets,
    binder,
    scale_g,
    burn_per_metal,
    mold: moldKey(entry.mold_id),
    names_mold: entry.mold_id !== undefined
  };
}

/**
 * The books after one more entry: its effect, by the means alone.
 *
 * @throws LedgerError when the entry takes more than there is
 */
export function apply(books: Books, entry: LedgerEntry, keeping: Bookkeeping = USUAL): Books {
  const { moves } = kindOf(entry.event.kind).effect(entry.event, sceneOf(books.bodies, entry, keeping));
  return moves.reduce(
    (before, move) => book(before, withinWhatThereIs(before.bodies, entry.id, move)),
    books
  );
}

/** The books after an entry that took more than there was: it took what there was. */
export function applyAsFarAs(books: Books, entry: LedgerEntry, keeping: Bookkeeping): Books {
  const { moves } = kindOf(entry.event.kind).effect(entry.event, sceneOf(books.bodies, entry, keeping));
  return moves.reduce(book, books);
}

function book(books: Books, move: Move): Books {
  const outcome = moved(books.bodies, move);
  return {
    bodies: after(books.bodies, outcome),
    brought: plus(books.brought, outcome.brought),
    gone: plus(books.gone, outcome.gone)
  };
}

/** The move, if there is so much; the tolerance forgives rounding, not a wrong weighing. */
function withinWhatThereIs(bodies: Bodies, entry_id: number, move: Move): Move {
  if (move.do !== 'carry' && move.do !== 'burn' && move.do !== 'dry') return move;
  const body = bodyOf(bodies, move.from);
  const available =
    move.do === 'dry' ? body.water : move.do === 'carry' ? massThere(bodies, move) : totalMass(body);
  if (move.kg <= available) return move;
  if (move.kg <= available * (1 + 1e-9)) return { ...move, kg: available };
  const there = fixed(available, available < 1 ? 3 : 2);
  const what =
    move.do === 'dry' ? 'water in the heap' : move.do === 'burn' ? 'sand there' : 'sand in the heap';
  throw new LedgerError(
    entry_id,
    move.do === 'burn' ? 'burnt_kg' : 'kg',
    available,
    `There was only ${there} kg of ${what} then: at most that can go.`
  );
}
