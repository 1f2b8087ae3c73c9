import { pathId, read } from '$lib/server/http/endpoint';
import { readCharts } from '$lib/server/heap/control-charts';

export const GET = read(
  { summary: 'Control charts of every property, in the phases that renewals begin' },
  (db, event) => readCharts(db, pathId(event, 'id', 'heap'))
);
