import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';

export const name = '0009-plans-and-learning';

/**
 * One line of the journal for each thing that happened, kept by the database itself, and the index of its words.
 *
 * The key is the time, ms, then what is left of the reference: so that the newest come first without being sorted.
 */
const LINE_KEY = (at: string, ref: string, of: number) =>
  `CAST(strftime('%s', ${at}) AS INTEGER) * 1000000000 + (${ref} % 100000000) * 10 + ${of}`;

const ENTRY_LINE = `
  SELECT ${LINE_KEY('v.at', 'e.id', 1)}, CASE v.kind WHEN 'tested' THEN 'test' WHEN 'noted' THEN 'note' ELSE 'entry' END,
    e.id, e.heap_id, v.session_id, v.member, v.at, NULL,
    h.name || ' ' || v.kind || ' ' || coalesce(v.note, '') || ' ' ||
      coalesce((SELECT group_concat(value, ' ') FROM json_tree(v.event) WHERE type = 'text'), '')
  FROM entries e JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version JOIN heaps h ON h.id = e.heap_id
  WHERE e.undone_at IS NULL`;
const SESSION_LINE = `
  SELECT ${LINE_KEY('s.at', 's.id', 2)}, 'session', s.id, NULL, s.id, NULL, s.at, NULL,
    coalesce(s.name, '') || ' ' || coalesce(s.note, '') || ' ' || coalesce(s.lessons, '') || ' ' ||
      coalesce((SELECT group_concat(m.note, ' ') FROM molds m WHERE m.session_id = s.id AND m.removed_at IS NULL), '')
  FROM sessions s WHERE s.removed_at IS NULL`;
const CASTING_LINE = `
  SELECT ${LINE_KEY('s.at', 'c.id', 3)}, 'casting', c.id, NULL, c.session_id, NULL, s.at, c.photo_hash,
    p.name || ' ' || c.result || ' ' || coalesce(c.cause, '') || ' ' || coalesce(c.note, '') || ' ' || coalesce(s.name, '')
      || ' ' || coalesce((SELECT group_concat(json_extract(value, '$.defect'), ' ') FROM json_each(c.defects)), '')
  FROM castings c JOIN sessions s ON s.id = c.session_id JOIN patterns p ON p.id = c.pattern_id
  WHERE c.removed_at IS NULL AND s.removed_at IS NULL`;

const COLUMNS = '(id, kind, ref_id, heap_id, session_id, member, at, photo_hash, words)';
const put = (line: string, which: string) =>
  `INSERT OR REPLACE INTO journal ${COLUMNS} ${line} AND ${which};`;
const entryAgain = (id: string) =>
  `DELETE FROM journal WHERE ref_id = ${id} AND kind IN ('entry', 'test', 'note'); ${put(ENTRY_LINE, `e.id = ${id}`)}`;
const sessionAgain = (id: string) =>
  `DELETE FROM journal WHERE ref_id = ${id} AND kind = 'session'; ${put(SESSION_LINE, `s.id = ${id}`)}`;
const castingsAgain = (which: string) =>
  `DELETE FROM journal WHERE kind = 'casting' AND ref_id IN (SELECT c.id FROM castings c WHERE ${which});
   ${put(CASTING_LINE, which)}`;

/** Plans, busy times, branches of heaps, what the trainer asked; and the journal as one stream with its index of words. */
export async function up(queryInterface: QueryInterface): Promise<void> {
  const key = { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true };
  const text = { type: DataTypes.TEXT, allowNull: false };
  const maybeText = { type: DataTypes.TEXT, allowNull: true };
  const maybeSize = { type: DataTypes.DOUBLE, allowNull: true };
  const count = { type: DataTypes.INTEGER, allowNull: false };
  const maybeCount = { type: DataTypes.INTEGER, allowNull: true };
  const json = { type: DataTypes.JSON, allowNull: false };
  const maybeJson = { type: DataTypes.JSON, allowNull: true };
  const of = (model: string) => ({ references: { model, key: 'id' } });
  await queryInterface.createTable('plans', {
    id: key,
    session_id: { ...count, ...of('sessions') },
    heap_id: { ...count, ...of('heaps') },
    metal: text,
    wanted: json,
    molds: json,
    delivery_days: maybeSize,
    own: json,
    notes: json,
    version: { ...count, defaultValue: 1 },
    created_at: text,
    removed_at: maybeText
  });
  await queryInterface.addColumn('members', 'hours', maybeJson);
  await queryInterface.createTable('busy', {
    id: key,
    member_id: { ...count, ...of('members') },
    source: text,
    what: maybeText,
    from_at: text,
    to_at: text
  });
  await queryInterface.addIndex('busy', ['member_id']);
  await queryInterface.createTable('branches', {
    id: key,
    heap_id: { ...count, ...of('heaps') },
    name: text,
    steps: json,
    created_at: text,
    removed_at: maybeText
  });
  await queryInterface.createTable('answers', {
    id: key,
    member_id: { ...maybeCount, ...of('members') },
    card: text,
    at: text,
    seed: count,
    truth: json,
    answer: json,
    right: { type: DataTypes.BOOLEAN, allowNull: false },
    off: maybeSize
  });
  await queryInterface.addIndex('answers', ['member_id', 'card']);
  await queryInterface.createTable('journal', {
    id: { type: DataTypes.BIGINT, primaryKey: true },
    kind: text,
    ref_id: count,
    heap_id: maybeCount,
    session_id: maybeCount,
    member: maybeCount,
    at: text,
    photo_hash: maybeText,
    words: text
  });
  await queryInterface.addIndex('journal', ['kind', 'ref_id']);
  for (const sql of [
    `CREATE VIRTUAL TABLE journal_words USING fts5(words, content='journal', content_rowid='id', tokenize='unicode61 remove_diacritics 2', prefix='2 3')`,
    `CREATE TRIGGER journal_in AFTER INSERT ON journal BEGIN
      INSERT INTO journal_words(rowid, words) VALUES (NEW.id, NEW.words); END`,
    `CREATE TRIGGER journal_out AFTER DELETE ON journal BEGIN
      INSERT INTO journal_words(journal_words, rowid, words) VALUES ('delete', OLD.id, OLD.words); END`,
    `CREATE TRIGGER journal_entry_new AFTER INSERT ON entry_versions BEGIN ${entryAgain('NEW.entry_id')} END`,
    `CREATE TRIGGER journal_entry AFTER UPDATE OF version, undone_at ON entries BEGIN ${entryAgain('NEW.id')} END`,
    `CREATE TRIGGER journal_heap AFTER UPDATE OF name ON heaps WHEN NEW.name <> OLD.name BEGIN
      UPDATE entries SET version = version WHERE heap_id = NEW.id; END`,
    `CREATE TRIGGER journal_session_new AFTER INSERT ON sessions BEGIN ${sessionAgain('NEW.id')} END`,
    `CREATE TRIGGER journal_session AFTER UPDATE OF name, note, lessons, at, removed_at ON sessions
      WHEN NEW.name IS NOT OLD.name OR NEW.note IS NOT OLD.note OR NEW.lessons IS NOT OLD.lessons
        OR NEW.at IS NOT OLD.at OR NEW.removed_at IS NOT OLD.removed_at
      BEGIN ${sessionAgain('NEW.id')} ${castingsAgain('c.session_id = NEW.id')} END`,
    `CREATE TRIGGER journal_mold_new AFTER INSERT ON molds WHEN NEW.note IS NOT NULL BEGIN ${sessionAgain('NEW.session_id')} END`,
    `CREATE TRIGGER journal_mold AFTER UPDATE OF note, removed_at ON molds
      WHEN NEW.note IS NOT OLD.note OR (NEW.removed_at IS NOT OLD.removed_at AND NEW.note IS NOT NULL)
      BEGIN ${sessionAgain('NEW.session_id')} END`,
    `CREATE TRIGGER journal_casting_new AFTER INSERT ON castings BEGIN ${castingsAgain('c.id = NEW.id')} END`,
    `CREATE TRIGGER journal_casting AFTER UPDATE ON castings BEGIN ${castingsAgain('c.id = NEW.id')} END`,
    `CREATE TRIGGER journal_pattern AFTER UPDATE OF name ON patterns WHEN NEW.name <> OLD.name
      BEGIN ${castingsAgain('c.pattern_id = NEW.id')} END`
  ])
    await queryInterface.sequelize.query(sql);
  for (const line of [ENTRY_LINE, SESSION_LINE, CASTING_LINE])
    await queryInterface.sequelize.query(put(line, '1'), { type: QueryTypes.INSERT });
}
