import type { Transaction } from 'sequelize';
import type { HeapNature, HeldHand } from '$core/heap/state/belief';
import type { Database } from '../database/database';

/** What members hold of their hands, and a key that changes with it: estimates hang on it. */
export interface Hands {
  hand: NonNullable<HeapNature['hand']>;
  key: string;
}

/** The hands as they are; a write sees those that it has changed itself. */
export const hands = (db: Database, transaction?: Transaction): Promise<Hands> =>
  transaction ? readHands(db, transaction) : db.sinceLastWrite('hands', () => readHands(db));

async function readHands(db: Database, transaction?: Transaction): Promise<Hands> {
  const rows = await db.tables.members.findAll({ raw: true, ...(transaction && { transaction }) });
  const held = new Map<string, HeldHand>();
  for (const { id, hand_bias, hand_spread, hand_since } of rows)
    if (hand_bias !== null || hand_spread !== null || hand_since !== null)
      held.set(String(id), { bias: hand_bias, spread: hand_spread, since: hand_since });
  return {
    hand: (member) => (member === undefined ? null : (held.get(member) ?? null)),
    key: JSON.stringify([...held])
  };
}
