import { busyQuery, calendarOf } from '$lib/schema/query';
import { forgetBusy, listBusy, readCalendarFile } from '$lib/server/calendar/busy';
import { act, pathId, read } from '$lib/server/http/endpoint';
import { longWork } from '$lib/server/http/errand';
import { upload } from '$lib/server/http/upload';

/** A calendar of many years, with room to spare. */
const LARGEST_CALENDAR_BYTES = 8 * 1024 * 1024;

export const GET = read(
  { summary: 'When they have no time, by the calendar that says so' },
  async (db, event) => {
    const items = await listBusy(db, pathId(event, 'id', 'member'));
    return { items, total: items.length };
  }
);
export const POST = upload(
  {
    summary: 'A calendar file (.ics) of theirs: what it has takes their time; the same one again replaces it',
    query: calendarOf,
    most_bytes: LARGEST_CALENDAR_BYTES,
    answer: {
      type: 'object',
      properties: {
        times: { type: 'integer' },
        unread: {
          type: 'array',
          items: { type: 'object', properties: { what: { type: 'string' }, why: { type: 'string' } } }
        }
      }
    }
  },
  async (db, file, { source, zone }, event) => {
    const id = pathId(event, 'id', 'member');
    const read = await longWork(event, (errand) =>
      readCalendarFile(db, id, file.path, { source, zone }, errand)
    );
    return { ...read, place: event.url.pathname };
  }
);
export const DELETE = act(
  { summary: 'Forget their calendars, or one of them', query: busyQuery },
  (db, event, { source }) => forgetBusy(db, pathId(event, 'id', 'member'), source)
);
