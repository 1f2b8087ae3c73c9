import { calendarQuery } from '$lib/schema/query';
import { calendarFile } from '$lib/server/calendar/calendar-out';
import { download } from '$lib/server/http/endpoint';

export const GET = download(
  {
    type: 'text/calendar; charset=utf-8',
    summary: 'All plans that are not over, to subscribe to; from elsewhere with a token of the calendar',
    query: calendarQuery
  },
  async (db, event, query) => ({
    name: 'brunkel.ics',
    content: await calendarFile(db, { units: query.units ?? 'metric', address: event.url.origin })
  })
);
