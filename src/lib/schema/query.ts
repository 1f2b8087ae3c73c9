import { boolean, string, type InferType } from 'yup';
import { DEFECT_NAMES } from '$core/reference/defects';
import { choice, id, between, isCalendarDay, shape, text, whole, zone } from './fields';

/**
 * What may stand in the query of an address. Held against these as bodies are against theirs: an unknown field, or one
 * twice, is refused.
 */

/** An ISO 8601 time, or a day alone. */
const moment = () =>
  string()
    .max(40, 'must be an ISO 8601 time such as 2026-05-01T09:30:00Z')
    .test('iso', 'must be an ISO 8601 time such as 2026-05-01T09:30:00Z', (value) => {
      if (value === undefined) return true;
      const ms = Date.parse(value);
      return /^\d{4}-\d{2}-\d{2}/.test(value) && !Number.isNaN(ms) && Math.abs(ms) <= 8e15;
    })
    .test('calendar', 'names a day that is not in the calendar', (value) => !value || isCalendarDay(value));

/** From and to: times, or days alone, each the whole of it. */
const days = {
  from: moment(),
  to: moment(),
  /** Where its days begin and end; in the shed unless said. */
  zone: zone()
};

const page = { limit: whole(1, 500), offset: whole(0, 1e9) };

export const paging = shape(page);
export const noQuery = shape({});

/** Now, unless said. */
export const atTime = shape({ at: moment() });

export const storyQuery = shape({ days: whole(1, 3660), at: moment() });

export const forecastQuery = shape({
  hours: whole(1, 2160),
  air_c: between('°C', -30, 60),
  relative_humidity_percent: between('%', 0, 100),
  air_speed_m_s: between('m/s', 0, 20),
  sand_c: between('°C', -30, 400)
});

export const JOURNAL_KINDS = ['entry', 'test', 'note', 'session', 'casting', 'pattern'] as const;
const journalFilters = {
  kind: choice(JOURNAL_KINDS),
  words: text(200),
  heap_id: id(),
  member: id(),
  session_id: id(),
  ...days,
  /** Only what has a photo. */
  photo: boolean().typeError('must be true or false')
};
/** What is looked for in the journal. */
export const journalQuery = shape({ ...journalFilters, ...page });
export const journalFile = shape(journalFilters);
/** The same of its page; or the castings as a wall. */
export const journalPage = shape({ ...journalFilters, page: whole(1, 1e6), view: choice(['wall']) });

const ledgerFilters = {
  kind: text(40),
  test_kind: text(40),
  words: text(200),
  ...days,
  session_id: id(),
  mold_id: id(),
  act_id: id(),
  undone: boolean().typeError('must be true or false'),
  order: choice(['latest', 'oldest'])
};
export const ledgerTable = shape(ledgerFilters);
export const ledgerPage = shape({ ...ledgerFilters, ...page });
/** The same of the table's page. */
export const ledgerOfPage = shape({ ...ledgerFilters, page: whole(1, 1e6) });
export const comparedQuery = shape({ first: id(), second: id() });
/** The version that was read: 409 when there is a later one. */
export const versionAsRead = shape({ version: whole(0, Number.MAX_SAFE_INTEGER) });
export const lotsQuery = shape({ material_id: id() });
export const sessionsQuery = shape({ ...page, stage: text(40) });
/** Which units the words of a calendar are in, and what lets it in from elsewhere. */
export const calendarQuery = shape({ units: choice(['metric', 'us']), token: text(100) });
/** What a calendar file is called, and the zone of times in it that name none. */
export const calendarOf = shape({
  source: text(120).min(1, 'needs a name').required('is required'),
  zone: zone().required('is required')
});
export const planPage = shape({ session: id(), branch: id() });
/** This year unless said. */
export const yearQuery = shape({ year: whole(1990, 2200) });
/** Of one defect; of all unless said. */
export const differedQuery = shape({ defect: choice(DEFECT_NAMES) });
export const yearPage = shape({ year: whole(1990, 2200), defect: choice(DEFECT_NAMES) });
export const branchesQuery = shape({ heap_id: id() });
export const handbookQuery = shape({ words: text(200) });
export const busyQuery = shape({ source: text(120) });
export const castingsQuery = shape({ ...page, session_id: id(), pattern_id: id() });
export const readingsQuery = shape({ ...page, device: text(80) });

export type LedgerTable = InferType<typeof ledgerTable>;

/** The query by which a test page is a rung of the temper curve's ladder, and leads back there. */
export const ON_LADDER = 'ladder';
