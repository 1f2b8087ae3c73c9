import type { LayoutServerLoad } from './$types';
import { readEntry } from '$lib/server/heap/ledger';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { notFound } from '$lib/server/refusal';

export const load: LayoutServerLoad = pageLoad(async (db, event) => {
  const batch = event.url.searchParams.get('batch');
  if (batch === null) return { batch: null };
  const entryId = pathId({ params: { batch } }, 'batch', 'batch of this heap');
  const { id, at, kind } = await readEntry(db, pathId(event, 'id', 'heap'), entryId);
  if (kind !== 'mixed' && kind !== 'bought') throw notFound('batch of this heap', entryId);
  return { batch: { id, at } };
});
