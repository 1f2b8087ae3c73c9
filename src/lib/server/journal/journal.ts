import Papa from 'papaparse';
import { Op, QueryTypes } from 'sequelize';
import { ENTRY_NAMES, TEST_NAMES, kindsNamed } from '$core/heap/names';
import type { JOURNAL_KINDS } from '$lib/schema/query';
import type { Database } from '../database/database';
import { entriesOfAnyHeap, type EntryRecord } from '../heap/ledger';

export type JournalKind = (typeof JOURNAL_KINDS)[number];

export interface JournalFilter {
  kind?: JournalKind | undefined;
  words?: string | undefined;
  heap_id?: number | undefined;
  member?: number | undefined;
  session_id?: number | undefined;
  from?: string | undefined;
  to?: string | undefined;
  photo?: boolean | undefined;
}

/** A casting as the journal tells it. */
export interface CastingLine {
  id: number;
  session_id: number;
  mold_id: number;
  pattern_id: number;
  pattern: string;
  session: string | null;
  metal: string | null;
  result: string;
  kg: number | null;
  defects: { defect: string }[];
  cause: string | null;
  note: string | null;
  photo_hash: string | null;
}

export interface SessionLine {
  id: number;
  name: string | null;
  stage: string;
  molds: number;
  castings: number;
  scrap: number;
  lessons: string | null;
}

/** A pattern as it came into the library. */
export interface PatternLine {
  id: number;
  name: string;
  wear: string | null;
  note: string | null;
  photo_hash: string | null;
}

/** One thing that happened: what it is, and the record of it. */
export type JournalItem = { at: string } & (
  | { kind: 'entry' | 'test' | 'note'; entry: EntryRecord }
  | { kind: 'session'; session: SessionLine }
  | { kind: 'casting'; casting: CastingLine }
  | { kind: 'pattern'; pattern: PatternLine }
);

interface Row {
  kind: JournalKind;
  ref_id: number;
  at: string;
}

/** Words as the index of words is asked for them: each begins a word, all of them there; what a kind is called means the kind. */
export function matching(words: string): string | null {
  const asked = words.match(/[\p{L}\p{N}]+/gu) ?? [];
  if (asked.length === 0) return null;
  const quoted = (of: readonly string[]) => of.map((word) => `"${word}"`);
  const kinds = [...kindsNamed(ENTRY_NAMES, words), ...kindsNamed(TEST_NAMES, words)].map((kind) =>
    (kind.match(/[\p{L}\p{N}]+/gu) ?? []).join(' ')
  );
  return [
    `(${quoted(asked)
      .map((word) => `${word}*`)
      .join(' AND ')})`,
    ...quoted(kinds)
  ].join(' OR ');
}

function conditions(
  { kind, words, heap_id, member, session_id, from, to, photo }: JournalFilter,
  /** Heaps that were taken off the bench: they take their lines along. */
  gone: readonly number[]
) {
  const sought = words?.trim() ?? '';
  const match = sought === '' ? null : matching(sought);
  const where = [
    gone.length > 0 && '(j.heap_id IS NULL OR j.heap_id NOT IN (:gone))',
    kind && 'j.kind = :kind',
    heap_id !== undefined && 'j.heap_id = :heap_id',
    member !== undefined && 'j.member = :member',
    session_id !== undefined && 'j.session_id = :session_id',
    from !== undefined && 'j.at >= :from',
    to !== undefined && 'j.at <= :to',
    photo && 'j.photo_hash IS NOT NULL',
    // What holds no letter is found nowhere.
    sought !== '' && match === null && '0',
    match && 'journal_words MATCH :match'
  ].filter(Boolean);
  // Words alone are counted in their index, without looking at a line.
  const only_words = match !== null && where.length === 1;
  const tables = match ? 'journal_words w JOIN journal j ON j.id = w.rowid' : 'journal j';
  return {
    tables,
    counted: only_words ? 'journal_words' : tables,
    where: where.length > 0 ? where.join(' AND ') : '1',
    key: match ? 'w.rowid' : 'j.id',
    replacements: { kind, heap_id, member, session_id, from, to, match, gone }
  };
}

/** What happened, the latest first: castings, casting days, entries, tests and notes in one stream, found by their words. */
export async function searchJournal(
  db: Database,
  filter: JournalFilter,
  { limit = 50, offset = 0 }: { limit?: number | undefined; offset?: number | undefined } = {}
): Promise<{ items: JournalItem[]; total: number; limit: number; offset: number }> {
  return db.sinceLastWrite(`journal ${limit} ${offset} ${JSON.stringify(filter)}`, async () => {
    const removed = await db.tables.heaps.findAll({
      where: { removed_at: { [Op.ne]: null } },
      attributes: ['id'],
      raw: true
    });
    const { tables, counted, where, key, replacements } = conditions(
      filter,
      removed.map(({ id }) => id)
    );
    const [count, rows] = await Promise.all([
      db.sequelize.query<{ total: number }>(`SELECT count(*) AS total FROM ${counted} WHERE ${where}`, {
        type: QueryTypes.SELECT,
        replacements
      }),
      // The key begins with the time, so that the latest come first without being sorted.
      db.sequelize.query<Row>(
        `SELECT j.kind, j.ref_id, j.at FROM ${tables} WHERE ${where} ORDER BY ${key} DESC LIMIT :limit OFFSET :offset`,
        { type: QueryTypes.SELECT, replacements: { ...replacements, limit, offset } }
      )
    ]);
    return { items: await filledIn(db, rows), total: count[0]?.total ?? 0, limit, offset };
  });
}

async function filledIn(db: Database, rows: readonly Row[]): Promise<JournalItem[]> {
  const of = (...kinds: JournalKind[]) =>
    rows.filter(({ kind }) => kinds.includes(kind)).map(({ ref_id }) => ref_id);
  const [entries, sessions, castings, patterns] = await Promise.all([
    entriesOfAnyHeap(db, of('entry', 'test', 'note')),
    sessionLines(db, of('session')),
    castingLines(db, of('casting')),
    patternLines(db, of('pattern'))
  ]);
  return rows.flatMap(({ kind, ref_id, at }): JournalItem[] => {
    if (kind === 'session') {
      const session = sessions.get(ref_id);
      return session ? [{ kind, at, session }] : [];
    }
    if (kind === 'casting') {
      const casting = castings.get(ref_id);
      return casting ? [{ kind, at, casting }] : [];
    }
    if (kind === 'pattern') {
      const pattern = patterns.get(ref_id);
      return pattern ? [{ kind, at, pattern }] : [];
    }
    const entry = entries.get(ref_id);
    return entry ? [{ kind, at, entry }] : [];
  });
}

async function sessionLines(db: Database, ids: readonly number[]): Promise<Map<number, SessionLine>> {
  const rows = await db.sequelize.query<SessionLine>(
    `SELECT s.id, s.name, s.stage, s.lessons,
       (SELECT count(*) FROM molds m WHERE m.session_id = s.id AND m.removed_at IS NULL) AS molds,
       (SELECT count(*) FROM castings c WHERE c.session_id = s.id AND c.removed_at IS NULL) AS castings,
       (SELECT count(*) FROM castings c WHERE c.session_id = s.id AND c.removed_at IS NULL AND c.result = 'scrap') AS scrap
     FROM sessions s WHERE s.id IN (SELECT value FROM json_each(:ids))`,
    { type: QueryTypes.SELECT, replacements: { ids: JSON.stringify(ids) } }
  );
  return new Map(rows.map((row) => [row.id, row]));
}

async function castingLines(db: Database, ids: readonly number[]): Promise<Map<number, CastingLine>> {
  const rows = await db.sequelize.query<CastingLine & { defects: string | { defect: string }[] }>(
    `SELECT c.id, c.session_id, c.mold_id, c.pattern_id, p.name AS pattern, s.name AS session, m.metal, c.result, c.kg,
       c.defects, c.cause, c.note, c.photo_hash
     FROM castings c JOIN patterns p ON p.id = c.pattern_id JOIN sessions s ON s.id = c.session_id
       JOIN molds m ON m.id = c.mold_id
     WHERE c.id IN (SELECT value FROM json_each(:ids))`,
    { type: QueryTypes.SELECT, replacements: { ids: JSON.stringify(ids) } }
  );
  return new Map(
    rows.map((row) => [
      row.id,
      {
        ...row,
        // Raw rows hold what is nested as text.
        defects:
          typeof row.defects === 'string' ? (JSON.parse(row.defects) as { defect: string }[]) : row.defects
      }
    ])
  );
}

async function patternLines(db: Database, ids: readonly number[]): Promise<Map<number, PatternLine>> {
  const rows = await db.sequelize.query<PatternLine>(
    'SELECT id, name, wear, note, photo_hash FROM patterns WHERE id IN (SELECT value FROM json_each(:ids))',
    { type: QueryTypes.SELECT, replacements: { ids: JSON.stringify(ids) } }
  );
  return new Map(rows.map((row) => [row.id, row]));
}

const BATCH = 500;

/** The same as CSV (RFC 4180), a line each, all that is found. */
export async function* journalCsv(db: Database, filter: JournalFilter): AsyncGenerator<string> {
  yield `${Papa.unparse([['at', 'kind', 'id', 'heap_id', 'session_id', 'what', 'note']])}\r\n`;
  for (let offset = 0; ; offset += BATCH) {
    const { items } = await searchJournal(db, filter, { limit: BATCH, offset });
    for (const item of items) yield `${Papa.unparse([csvLine(item)], { escapeFormulae: true })}\r\n`;
    if (items.length < BATCH) return;
  }
}

function csvLine(item: JournalItem): unknown[] {
  switch (item.kind) {
    case 'session': {
      const { id, name, lessons } = item.session;
      return [item.at, item.kind, id, '', id, name ?? '', lessons ?? ''];
    }
    case 'casting': {
      const { id, session_id, pattern, result, note } = item.casting;
      return [item.at, item.kind, id, '', session_id, `${pattern}: ${result}`, note ?? ''];
    }
    case 'pattern': {
      const { id, name, note } = item.pattern;
      return [item.at, item.kind, id, '', '', `${name}: into the library`, note ?? ''];
    }
    default: {
      const { id, heap_id, session_id, kind, note } = item.entry;
      return [item.at, item.kind, id, heap_id, session_id ?? '', kind, note ?? ''];
    }
  }
}
