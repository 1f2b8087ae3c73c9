import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';
import { LOT_TESTS } from '$core/bench/lot-tests';
import { guided } from '$lib/ui/bench/guides';
import { lastTest } from '$lib/server/bench/last-test';
import { database } from '$lib/server/database/current';

export const load: PageServerLoad = async ({ params, parent }) => {
  const { lot } = await parent();
  const { kind } = params;
  if (!guided(kind) || !LOT_TESTS[lot.role].includes(kind))
    error(404, `There is no test called ${kind} for this lot.`);
  return { kind, last: await lastTest(await database(), kind) };
};
