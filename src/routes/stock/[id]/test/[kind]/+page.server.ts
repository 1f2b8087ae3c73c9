import { error } from '@sveltejs/kit';
import type { Actions, PageServerLoad } from './$types';
import { lotTests } from '$core/bench/lot-tests';
import { guided } from '$core/bench/bench-tests';
import { writeLotTest } from '$lib/server/form/stock-forms';
import { lastTest } from '$lib/server/bench/last-test';
import { pageLoad } from '$lib/server/http/guard';

export const load: PageServerLoad = pageLoad(async (db, { params, parent }) => {
  const { lot } = await parent();
  const { kind } = params;
  if (!guided(kind) || !lotTests(lot.kind).includes(kind))
    error(404, `There is no test called ${kind} for this lot.`);
  return { kind, last: await lastTest(db, kind) };
});

export const actions: Actions = { write: writeLotTest };
