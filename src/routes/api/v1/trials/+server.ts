import { newTrial } from '$lib/schema/trial';
import { listOf, ref } from '$lib/server/http/answer-schemas';
import { create, read } from '$lib/server/http/endpoint';
import { createTrial, listTrials } from '$lib/server/trial/trials';

export const GET = read(
  { summary: 'Questions put to the sand, with the answer so far', answer: listOf(ref('Trial')) },
  async (db) => {
    const items = await listTrials(db);
    return { items, total: items.length };
  }
);
export const POST = create(
  { summary: 'A new question: its lot is drawn', body: newTrial, answer: ref('Trial') },
  (db, input) => createTrial(db, input)
);
