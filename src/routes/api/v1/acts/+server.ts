import { ref } from '$lib/server/http/answer-schemas';
import { newAct } from '$lib/schema/session';
import { writeAct } from '$lib/server/heap/acts';
import { create } from '$lib/server/http/endpoint';

export const POST = create(
  {
    summary:
      'Entries in several ledgers and the states of molds, by one press: all of it or nothing. entries are ledger entries with a heap_id each',
    body: newAct,
    answer: ref('Act')
  },
  writeAct
);
