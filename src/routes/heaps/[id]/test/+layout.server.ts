import { error } from '@sveltejs/kit';
import type { LayoutServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { readEntry } from '$lib/server/heap/ledger';
import { Refusal } from '$lib/server/refusal';

export const load: LayoutServerLoad = async ({ params, url }) => {
  const batch = url.searchParams.get('batch');
  const rows = await (
    await database()
  ).tables.members.findAll({ where: { removed_at: null }, order: ['id'] });
  const members = rows.map(({ id, name }) => ({ id: Number(id), name }));
  if (batch === null) return { batch: null, members };
  const missing = `There is no batch ${batch} in this heap.`;
  try {
    const { id, at, kind } = await readEntry(await database(), Number(params.id), Number(batch) || 0);
    if (kind !== 'mixed' && kind !== 'bought') error(404, missing);
    return { batch: { id, at }, members };
  } catch (thrown) {
    if (thrown instanceof Refusal) error(404, missing);
    throw thrown;
  }
};
