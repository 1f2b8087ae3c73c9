import type { Actions, PageServerLoad } from './$types';
import { guided } from '$core/bench/bench-tests';
import { pageLoad } from '$lib/server/http/guard';
import { writeAction } from '$lib/server/form/heap-forms';
import { lastTest } from '$lib/server/bench/last-test';
import { error } from '@sveltejs/kit';

export const load: PageServerLoad = pageLoad(async (db, { params }) => {
  if (!guided(params.kind)) error(404, `There is no test called ${params.kind}.`);
  return { kind: params.kind, last: await lastTest(db, params.kind) };
});

export const actions: Actions = { write: writeAction };
