import { ref } from '$lib/server/http/answer-schemas';
import { newAct } from '$lib/schema/session';
import { writeAct } from '$lib/server/heap/acts';
import { byWhoWorksHere } from '$lib/server/member/members';
import { create } from '$lib/server/http/endpoint';

export const POST = create(
  {
    summary:
      'Entries in several ledgers and the states of molds, by one press: all of it or nothing. entries are ledger entries with a heap_id each',
    body: newAct,
    answer: ref('Act')
  },
  async (db, act, event) => {
    const entries = await Promise.all(
      act.entries.map((entry) => byWhoWorksHere(db, event.locals.member, entry as { member?: number }))
    );
    return writeAct(db, { ...act, entries });
  }
);
