import { calendarFile } from '$lib/server/calendar/calendar-out';
import { download, pathId } from '$lib/server/http/endpoint';

export const GET = download(
  { type: 'text/calendar; charset=utf-8', summary: 'What is left of a plan as a calendar file (RFC 5545)' },
  async (db, event) => ({
    name: 'brunkel-plan.ics',
    content: await calendarFile(db, {
      plan_id: pathId(event, 'id', 'plan'),
      units: event.locals.preferences.units,
      address: event.url.origin
    })
  })
);
