import { lotsQuery } from '$lib/schema/query';
import { listOf, ref } from '$lib/server/http/answer-schemas';
import { newLot } from '$lib/schema/stock';
import { create, read } from '$lib/server/http/endpoint';
import { createLot, listLots } from '$lib/server/stock/stock';

export const GET = read(
  { summary: 'Lots and what is on hand', query: lotsQuery, answer: listOf(ref('Lot')) },
  async (db, _, { material_id }) => {
    const items = await listLots(db, material_id ? { material_id } : {});
    return { items, total: items.length };
  }
);

export const POST = create(
  { summary: 'A new lot; name its material or its handbook kind', body: newLot, answer: ref('Lot') },
  createLot
);
