import { QueryTypes, type Transaction } from 'sequelize';
import { moldMayBecome, moldStateWords, wasPoured, type MoldState } from '$core/session/mold-life';
import type { Database } from '../database/database';
import type { MoldRow, MoldStep } from '../database/tables';
import { Refusal } from '../refusal';

/** How a mold goes from state to state, and back: the one place where its state is written. */

const refused = (message: string) => new Refusal(409, message, []);

/**
 * Moves a mold on, by work in the shed.
 *
 * @param because of one that broke
 * @throws Refusal 409 for a step that its state does not allow
 */
export async function moveMold(
  row: MoldRow,
  to: MoldState,
  transaction: Transaction,
  because?: string
): Promise<MoldStep> {
  const before = row.state;
  if (!moldMayBecome(before, to))
    throw refused(`This mold is ${moldStateWords(before)}: it cannot become ${moldStateWords(to)}.`);
  const step = { mold_id: row.id, before, after: to, ...(because !== undefined && { because }) };
  await stand(row, to, transaction, because);
  return step;
}

/**
 * Takes a move back, as long as nothing was built on it.
 *
 * @throws Refusal 409 when the mold moved on since, or its castings were judged
 */
export async function moveBack(
  db: Database,
  { mold_id, before, after }: MoldStep,
  transaction: Transaction
): Promise<void> {
  const row = await moldOf(db, mold_id, transaction);
  if (row.state !== after)
    throw refused(`This mold is ${moldStateWords(row.state)} by now: undo that first.`);
  if (wasPoured(after) && !wasPoured(before)) {
    const judged = await db.tables.castings.count({ where: { mold_id, removed_at: null }, transaction });
    if (judged > 0)
      throw refused(
        judged === 1
          ? 'A casting of this mold was judged: take that back first.'
          : `${judged} castings of this mold were judged: take them back first.`
      );
  }
  await stand(row, before, transaction);
}

/**
 * Lets a move that was taken back count again.
 *
 * @throws Refusal 409 when the mold went another way since
 */
export async function moveAgain(
  db: Database,
  { mold_id, before, after, because }: MoldStep,
  transaction: Transaction
): Promise<void> {
  const row = await moldOf(db, mold_id, transaction);
  if (row.state !== before)
    throw refused(`This mold is ${moldStateWords(row.state)} by now: the old entry cannot count again.`);
  await stand(row, after, transaction, because);
}

async function stand(
  row: MoldRow,
  state: MoldState,
  transaction: Transaction,
  because?: string
): Promise<void> {
  row.state = state;
  if (because !== undefined) row.broken_because = because;
  else if (state !== 'broken') row.broken_because = null;
  row.version += 1;
  await row.save({ transaction });
}

/**
 * A mold that was poured keeps some sand that went into it.
 *
 * @param entries that are about to be struck out
 * @throws Refusal 409 when no other sand went into a mold that was poured
 */
export async function mustKeepSand(
  db: Database,
  entries: readonly number[],
  transaction: Transaction
): Promise<void> {
  if (entries.length === 0) return;
  const [bare] = await db.sequelize.query<{ id: number; state: MoldState }>(
    `SELECT m.id, m.state FROM molds m
      WHERE m.state IN ('poured', 'shaken-out')
        AND EXISTS (${drawnFor('e.id IN (:entries)')}) AND NOT EXISTS (${drawnFor('e.id NOT IN (:entries)')})`,
    { type: QueryTypes.SELECT, replacements: { entries }, transaction }
  );
  if (bare) throw refused('A mold was rammed of this sand and poured: change the amount instead.');
}

const drawnFor = (which: string) =>
  `SELECT 1 FROM entries e JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version
    WHERE v.mold_id = m.id AND v.kind = 'drawn' AND e.undone_at IS NULL AND ${which}`;

async function moldOf(db: Database, id: number, transaction: Transaction): Promise<MoldRow> {
  return (await db.tables.molds.findOne({ where: { id }, transaction }))!;
}
