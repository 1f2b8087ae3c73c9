import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { readBalances } from '$lib/server/heap/balances';
import { listEntries } from '$lib/server/heap/ledger';
import { ledgerFilter } from '$lib/server/http/ledger-query';
import { Refusal } from '$lib/server/refusal';

/** Lines on a page of the table. */
const LINES = 50;

export const load: PageServerLoad = async ({ params, url }) => {
  const db = await database();
  const id = Number(params.id);
  const page = Math.max(1, Math.min(1e6, Math.trunc(Number(url.searchParams.get('page') ?? 1)) || 1));
  try {
    const entries = await listEntries(db, id, {
      ...ledgerFilter({ url }),
      limit: LINES,
      offset: (page - 1) * LINES
    });
    const balances = await readBalances(
      db,
      id,
      entries.items.map((entry) => entry.id)
    );
    return { entries, page, balances: Object.fromEntries(balances) };
  } catch (thrown) {
    if (thrown instanceof Refusal) error(thrown.status === 404 ? 404 : 400, thrown.message);
    throw thrown;
  }
};
