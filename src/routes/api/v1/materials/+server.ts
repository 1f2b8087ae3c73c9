import { newMaterial } from '$lib/schema/stock';
import { create, read } from '$lib/server/http/endpoint';
import { createMaterial, listMaterials } from '$lib/server/stock/stock';

export const GET = read(async (db) => {
  const items = await listMaterials(db);
  return { items, total: items.length };
});

export const POST = create(newMaterial, createMaterial);
