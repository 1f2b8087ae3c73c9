import type { Database } from '../database/database';
import { readPattern } from './patterns';

/** From the sixth use of a piece on its wear is asked for. */
const WORN_FROM = 6;

/** How often a pattern was cast, as its castings were logged, and whether somebody should look it over. */
export interface PatternUses {
  castings: number;
  /** Castings that each piece of it has made, on average. */
  each: number;
  /** Used so often, and nobody has noted its wear. */
  look_for_wear: boolean;
}

export async function patternUses(db: Database, id: number): Promise<PatternUses> {
  const { made, wear, kind } = await readPattern(db, id);
  const castings = await db.tables.castings.count({ where: { pattern_id: id, removed_at: null } });
  const each = castings / Math.max(1, made);
  // A lost pattern is used once.
  return { castings, each, look_for_wear: kind !== 'one-off' && each >= WORN_FROM && !wear };
}
