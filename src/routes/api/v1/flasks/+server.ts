import { newFlask } from '$lib/schema/flask';
import { createFlask, listFlasks } from '$lib/server/flask/flasks';
import { listOf, ref } from '$lib/server/http/answer-schemas';
import { create, read } from '$lib/server/http/endpoint';

export const GET = read(
  { summary: 'The flasks on the rack, by what they measure inside', answer: listOf(ref('Flask')) },
  async (db) => {
    const items = await listFlasks(db);
    return { items, total: items.length };
  }
);
export const POST = create({ summary: 'A new flask', body: newFlask, answer: ref('Flask') }, createFlask);
