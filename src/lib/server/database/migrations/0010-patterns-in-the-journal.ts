import { QueryTypes, type QueryInterface } from 'sequelize';

export const name = '0010-patterns-in-the-journal';

/** A pattern that came into the library, with its photo; the key as the other lines of the journal have it. */
const PATTERN_LINE = `
  SELECT CAST(strftime('%s', p.created_at) AS INTEGER) * 1000000000 + (p.id % 100000000) * 10 + 4, 'pattern', p.id, NULL,
    NULL, NULL, p.created_at, p.photo_hash, p.name || ' ' || coalesce(p.wear, '') || ' ' || coalesce(p.note, '')
  FROM patterns p WHERE p.removed_at IS NULL`;

const put = (which: string) =>
  `INSERT OR REPLACE INTO journal (id, kind, ref_id, heap_id, session_id, member, at, photo_hash, words) ${PATTERN_LINE} AND ${which};`;
const again = `DELETE FROM journal WHERE ref_id = NEW.id AND kind = 'pattern'; ${put('p.id = NEW.id')}`;

export async function up(queryInterface: QueryInterface): Promise<void> {
  for (const sql of [
    `CREATE TRIGGER journal_pattern_new AFTER INSERT ON patterns BEGIN ${again} END`,
    `CREATE TRIGGER journal_pattern_line AFTER UPDATE OF name, wear, note, photo_hash, created_at, removed_at ON patterns BEGIN ${again} END`
  ])
    await queryInterface.sequelize.query(sql);
  await queryInterface.sequelize.query(put('1'), { type: QueryTypes.INSERT });
}
