import type { Transaction } from 'sequelize';
import type { HeapNature, HeldHand } from '$core/heap/belief';
import type { Database } from '../database/database';

/** What members hold of their hands, and a key that changes with it: estimates hang on it. */
export interface Hands {
  hand: NonNullable<HeapNature['hand']>;
  key: string;
}

const known = new WeakMap<Database, Hands>();

/** Forgets what was read: a member was changed. */
export function forgetHands(db: Database): void {
  known.delete(db);
}

export async function hands(db: Database, transaction?: Transaction): Promise<Hands> {
  const before = known.get(db);
  if (before) return before;
  const rows = await db.tables.members.findAll({ raw: true, ...(transaction && { transaction }) });
  const held = new Map<string, HeldHand>();
  for (const { id, hand_bias, hand_spread, hand_since } of rows)
    if (hand_bias !== null || hand_spread !== null || hand_since !== null)
      held.set(String(id), { bias: hand_bias, spread: hand_spread, since: hand_since });
  const read: Hands = {
    hand: (member) => (member === undefined ? null : (held.get(member) ?? null)),
    key: JSON.stringify([...held])
  };
  // What a write reads of members it has changed itself must not be kept before it is committed.
  if (!transaction) known.set(db, read);
  return read;
}
