import type { Coat, PatternRecord } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import { impossible, notFound } from '../refusal';
import { changePattern, standingPattern } from './patterns';

/** Finishing coats go on one at a time and come off one at a time, so that nobody's is lost with another's. */

const MOST_COATS = 40;

/** @throws Refusal 422 where it has as many as it can have */
export async function putOnCoat(db: Database, id: number, coat: Coat): Promise<PatternRecord> {
  return db.write(async (transaction) => {
    const { coats } = await standingPattern(db, id, transaction);
    if (coats.length >= MOST_COATS)
      throw impossible([{ path: 'what', message: `has ${MOST_COATS} coats already` }]);
    return changePattern(db, id, { coats: [...coats, coat] }, transaction);
  });
}

/**
 * Takes back the coat that was put on at a time; all others stay.
 *
 * @throws Refusal 404 where none was
 */
export async function takeOffCoat(db: Database, id: number, at: string): Promise<PatternRecord> {
  return db.write(async (transaction) => {
    const { coats } = await standingPattern(db, id, transaction);
    const which = coats.findLastIndex((coat) => Date.parse(coat.at) === Date.parse(at));
    if (which < 0) throw notFound('coat of', at);
    return changePattern(db, id, { coats: coats.toSpliced(which, 1) }, transaction);
  });
}
