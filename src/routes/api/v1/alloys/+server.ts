import { newAlloy } from '$lib/schema/pour';
import { createAlloy, listAlloys } from '$lib/server/alloy/alloys';
import { listOf, ref } from '$lib/server/http/answer-schemas';
import { create, read } from '$lib/server/http/endpoint';

export const GET = read(
  { summary: 'Alloys of one’s own beside the handbook’s', answer: listOf(ref('Alloy')) },
  async (db) => {
    const items = await listAlloys(db);
    return { items, total: items.length };
  }
);
export const POST = create({ summary: 'A new alloy', body: newAlloy, answer: ref('Alloy') }, createAlloy);
