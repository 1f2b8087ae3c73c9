import { trainerQuery } from '$lib/schema/trainer';
import { read } from '$lib/server/http/endpoint';
import { nextQuestion } from '$lib/server/trainer/trainer';

export const GET = read(
  {
    summary: 'What is asked next: a card, how hard, and the seed that it is drawn from',
    query: trainerQuery
  },
  (db, _, { training, member }) => nextQuestion(db, training ?? 'sand', member ?? null)
);
