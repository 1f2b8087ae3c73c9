import { newPattern } from '$lib/schema/pattern';
import { createPattern, listPatterns } from '$lib/server/pattern/patterns';
import { listOf, ref } from '$lib/server/http/answer-schemas';
import { create, read } from '$lib/server/http/endpoint';

export const GET = read(
  { summary: 'The patterns in the library', answer: listOf(ref('Pattern')) },
  async (db) => {
    const items = await listPatterns(db);
    return { items, total: items.length };
  }
);
export const POST = create(
  { summary: 'A new pattern', body: newPattern, answer: ref('Pattern') },
  createPattern
);
