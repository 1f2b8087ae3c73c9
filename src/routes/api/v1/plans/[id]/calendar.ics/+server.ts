import { calendarQuery } from '$lib/schema/query';
import { calendarFile } from '$lib/server/calendar/calendar-out';
import { download, pathId } from '$lib/server/http/endpoint';

export const GET = download(
  {
    type: 'text/calendar; charset=utf-8',
    summary:
      'What is left of a plan as a calendar file (RFC 5545), also to subscribe to; from elsewhere with a token of its calendar',
    query: calendarQuery
  },
  async (db, event, query) => ({
    name: 'brunkel-plan.ics',
    content: await calendarFile(db, {
      plan_id: pathId(event, 'id', 'plan'),
      units: query.units ?? event.locals.preferences.units,
      address: event.url.origin
    })
  })
);
