import type { Actions } from './$types';
import { writeLotTest } from '$lib/server/form/stock-forms';

export const actions: Actions = { write: writeLotTest };
