import { byWhoWorksHere } from '$lib/server/member/members';
import { ledgerPage } from '$lib/schema/query';
import { pageOf, ref } from '$lib/server/http/answer-schemas';
import { entries } from '$lib/schema/entry';
import { listEntries } from '$lib/server/heap/ledger';
import { appendEntry } from '$lib/server/heap/ledger-writing';
import { byKind, create, pathId, read } from '$lib/server/http/endpoint';
import { ledgerFilter } from '$lib/server/heap/ledger-query';

export const GET = read(
  { summary: 'The entries, latest first', query: ledgerPage, answer: pageOf(ref('Entry')) },
  async (db, event, query) =>
    listEntries(db, pathId(event, 'id', 'heap'), {
      ...(await ledgerFilter(db, query)),
      limit: query.limit,
      offset: query.offset
    })
);

export const POST = create(
  { summary: 'A new entry', body: byKind(entries), answer: ref('Entry') },
  async (db, entry, event) =>
    appendEntry(db, pathId(event, 'id', 'heap'), await byWhoWorksHere(db, event.locals.member, entry))
);
