import type { PageServerLoad } from './$types';
import { trainerPage } from '$lib/schema/trainer';
import { pageLoad } from '$lib/server/http/guard';
import { queryOf } from '$lib/server/http/query';
import { listHeaps } from '$lib/server/heap/heaps';
import { listMembers } from '$lib/server/member/members';
import { nextQuestion, trainerRecord } from '$lib/server/trainer/trainer';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const { training = 'sand' } = queryOf(trainerPage, event.url, true);
  const { items } = await listMembers(db);
  const mine = items.find(({ id }) => id === event.locals.member) ?? null;
  const member = mine?.id ?? null;
  return {
    training,
    question: await nextQuestion(db, training, member),
    record: await trainerRecord(db, member),
    hand: mine && { name: mine.name, ...mine.hand },
    heaps: (await listHeaps(db)).map(({ id, name }) => ({ id, name }))
  };
});
