import type { Actions } from './$types';
import { changeLot } from '$lib/server/stock/posted';

export const actions: Actions = { write: changeLot };
