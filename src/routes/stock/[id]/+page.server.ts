import type { Actions } from './$types';
import { changeLot } from '$lib/server/form/stock-forms';

export const actions: Actions = { write: changeLot };
