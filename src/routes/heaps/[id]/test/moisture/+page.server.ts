import type { Actions } from './$types';
import { writeAction } from '$lib/server/heap/posted';

export const actions: Actions = { write: writeAction };
