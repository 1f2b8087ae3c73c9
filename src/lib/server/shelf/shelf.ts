import { nowIso } from '$core/time/now';
import type { InferAttributes, Model, ModelStatic, Transaction, WhereOptions } from 'sequelize';
import type { Database } from '../database/database';
import { impossible, notFound } from '../refusal';

/** What every record on a shelf has. */
interface OnShelf {
  id: number;
  name: string;
  removed_at: string | null;
}

/** Things that somebody owns and knows by their name: none twice, taken off the shelf and put back. */
export interface Shelf<Record> {
  list(db: Database): Promise<Record[]>;
  /** @throws Refusal 404 when it is not there, or was taken off */
  standing(db: Database, id: number, transaction?: Transaction): Promise<Record>;
  /** @throws Refusal 422 when another one has that name */
  mustBeNew(db: Database, name: string, but: number | null, transaction: Transaction): Promise<void>;
  remove(db: Database, id: number): Promise<void>;
  /** @throws Refusal when it was never there, or another has its name by now */
  restore(db: Database, id: number): Promise<Record>;
}

/**
 * @param what one of them is called
 * @param table where they are kept
 * @param record of a row, as it is given out
 */
export function shelf<Row extends Model & OnShelf, Record>(
  what: string,
  table: (db: Database) => ModelStatic<Row>,
  record: (row: InferAttributes<Row>) => Record
): Shelf<Record> {
  // Sequelize cannot know that every such row has these columns.
  const where = (of: object) => of as WhereOptions<InferAttributes<Row>>;
  // As above.
  const patch = (of: object) => of as never;
  const plain = (row: Row): InferAttributes<Row> => row.get({ plain: true });
  const rows = (db: Database, transaction?: Transaction) =>
    table(db).findAll({
      where: where({ removed_at: null }),
      order: ['id'],
      ...(transaction && { transaction })
    });
  const standing = async (db: Database, id: number, transaction?: Transaction) => {
    const row = await table(db).findOne({
      where: where({ id, removed_at: null }),
      ...(transaction && { transaction })
    });
    if (!row) throw notFound(what, id);
    return record(plain(row));
  };
  const mustBeNew: Shelf<Record>['mustBeNew'] = async (db, name, but, transaction) => {
    const same = (await rows(db, transaction)).some(
      (each) => each.id !== but && each.name.toLowerCase() === name.toLowerCase()
    );
    if (same) throw impossible([{ path: 'name', message: `there is a ${what} of that name already` }]);
  };
  return {
    standing,
    mustBeNew,
    list: (db) => db.sinceLastWrite(what, async () => (await rows(db)).map((row) => record(plain(row)))),
    remove: (db, id) =>
      db.write(async (transaction) => {
        await standing(db, id, transaction);
        await table(db).update(patch({ removed_at: nowIso() }), { where: where({ id }), transaction });
      }),
    restore: (db, id) =>
      db.write(async (transaction) => {
        const row = await table(db).findOne({ where: where({ id }), transaction });
        if (!row) throw notFound(what, id);
        await mustBeNew(db, row.name, id, transaction);
        await table(db).update(patch({ removed_at: null }), { where: where({ id }), transaction });
        return standing(db, id, transaction);
      })
  };
}
