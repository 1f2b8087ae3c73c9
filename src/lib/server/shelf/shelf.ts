import { nowIso } from '$core/time/now';
import type { InferAttributes, Model, ModelStatic, Transaction, WhereOptions } from 'sequelize';
import type { Database } from '../database/database';
import { ONE_MORE } from '../database/one-more';
import { impossible, mustBeLatest, notFound } from '../refusal';

/** What every record on a shelf has. */
interface OnShelf {
  id: number;
  name: string;
  removed_at: string | null;
  /** Rises with every change to it. */
  version: number;
}

/** Things that somebody owns and knows by their name: none twice, taken off the shelf and put back. */
export interface Shelf<Row, Record> {
  list(db: Database): Promise<Record[]>;
  /** @throws Refusal 404 when it is not there, or was taken off */
  standing(db: Database, id: number, transaction?: Transaction): Promise<Record>;
  /** @throws Refusal 422 when another one has that name */
  mustBeNew(db: Database, name: string, but: number | null, transaction: Transaction): Promise<void>;
  /** @throws Refusal 404 when it is not there, 409 when somebody changed it since */
  before(db: Database, id: number, seen: number | undefined, transaction: Transaction): Promise<Record>;
  /** Writes fields of one that is there, and counts it as a change. */
  change(db: Database, id: number, fields: Partial<Row>, transaction: Transaction): Promise<Record>;
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
): Shelf<InferAttributes<Row>, Record> {
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
  const rowOf = async (db: Database, id: number, transaction?: Transaction) => {
    const row = await table(db).findOne({
      where: where({ id, removed_at: null }),
      ...(transaction && { transaction })
    });
    if (!row) throw notFound(what, id);
    return plain(row);
  };
  const standing = async (db: Database, id: number, transaction?: Transaction) =>
    record(await rowOf(db, id, transaction));
  /** Also of one that was taken off. */
  const write = async (db: Database, id: number, fields: object, transaction: Transaction) => {
    const { version: _, ...of } = fields as { version?: number };
    await table(db).update(patch({ ...of, version: ONE_MORE }), {
      where: where({ id }),
      transaction
    });
  };
  const mustBeNew: Shelf<InferAttributes<Row>, Record>['mustBeNew'] = async (db, name, but, transaction) => {
    const same = (await rows(db, transaction)).some(
      (each) => each.id !== but && each.name.toLowerCase() === name.toLowerCase()
    );
    if (same) throw impossible([{ path: 'name', message: `there is a ${what} of that name already` }]);
  };
  return {
    standing,
    mustBeNew,
    async before(db, id, seen, transaction) {
      const row = await rowOf(db, id, transaction);
      // Its version is one of the columns that every such row has.
      mustBeLatest(what, row as unknown as OnShelf, seen);
      return record(row);
    },
    async change(db, id, fields, transaction) {
      await write(db, id, fields, transaction);
      return standing(db, id, transaction);
    },
    list: (db) => db.sinceLastWrite(what, async () => (await rows(db)).map((row) => record(plain(row)))),
    remove: (db, id) =>
      db.write(async (transaction) => {
        await standing(db, id, transaction);
        await write(db, id, { removed_at: nowIso() }, transaction);
      }),
    restore: (db, id) =>
      db.write(async (transaction) => {
        const row = await table(db).findOne({ where: where({ id }), transaction });
        if (!row) throw notFound(what, id);
        await mustBeNew(db, row.name, id, transaction);
        await write(db, id, { removed_at: null }, transaction);
        return standing(db, id, transaction);
      })
  };
}
