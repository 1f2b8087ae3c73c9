import { listOf, ref } from '$lib/server/http/answer-schemas';
import { newMaterial } from '$lib/schema/stock';
import { create, read } from '$lib/server/http/endpoint';
import { createMaterial, listMaterials } from '$lib/server/stock/stock';

export const GET = read(
  { summary: 'Materials, with the handbook defaults of their kind', answer: listOf(ref('Material')) },
  async (db) => {
    const items = await listMaterials(db);
    return { items, total: items.length };
  }
);

export const POST = create(
  { summary: 'A new material', body: newMaterial, answer: ref('Material') },
  createMaterial
);
