import type { Actions } from './$types';
import { writeLotTest } from '$lib/server/stock/posted';

export const actions: Actions = { write: writeLotTest };
