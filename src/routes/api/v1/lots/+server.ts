import { newLot } from '$lib/schema/stock';
import { create, queryWhole, read } from '$lib/server/http/endpoint';
import { createLot, listLots } from '$lib/server/stock/stock';

export const GET = read(async (db, event) => {
  const material_id = queryWhole(event, 'material_id', 0, 0, Number.MAX_SAFE_INTEGER);
  const items = await listLots(db, material_id ? { material_id } : {});
  return { items, total: items.length };
});

export const POST = create(newLot, createLot);
