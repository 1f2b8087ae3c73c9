import { newAnswer } from '$lib/schema/trainer';
import { create } from '$lib/server/http/endpoint';
import { answer } from '$lib/server/trainer/trainer';

export const POST = create(
  {
    summary: 'Answer a question of the trainer; the truth comes back',
    body: newAnswer,
    place: () => '/api/v1/trainer/record'
  },
  answer
);
