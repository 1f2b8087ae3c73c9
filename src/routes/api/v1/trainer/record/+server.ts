import { trainerQuery } from '$lib/schema/trainer';
import { read } from '$lib/server/http/endpoint';
import { trainerRecord } from '$lib/server/trainer/trainer';

export const GET = read(
  {
    summary: 'What somebody’s answers have shown: bias and spread of the hand, levels, what is due',
    query: trainerQuery
  },
  (db, _, { member }) => trainerRecord(db, member ?? null)
);
