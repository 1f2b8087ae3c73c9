import type { Actions } from './$types';
import { writeAction } from '$lib/server/form/heap-forms';

export const actions: Actions = { write: writeAction };
