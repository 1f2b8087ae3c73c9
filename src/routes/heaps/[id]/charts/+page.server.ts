import type { PageServerLoad } from './$types';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { readCharts } from '$lib/server/heap/control-charts';

export const load: PageServerLoad = pageLoad((db, event) => readCharts(db, pathId(event, 'id', 'heap')));
