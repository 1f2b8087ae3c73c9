import { pathId, read } from '$lib/server/http/endpoint';
import { diagnoseCasting } from '$lib/server/shake-out/diagnosis';

export const GET = read(
  { summary: 'Why its defects are likely there, by what the day’s record says' },
  (db, event) => diagnoseCasting(db, pathId(event, 'id', 'casting'))
);
