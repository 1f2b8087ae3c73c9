import { byWhoWorksHere } from '$lib/server/member/members';
import { ledgerPage } from '$lib/schema/query';
import { pageOf, ref } from '$lib/server/http/answer-schemas';
import { heapTests } from '$lib/schema/heap-test';
import { appendTest, listTests } from '$lib/server/heap/tests';
import { byKind, create, pathId, read } from '$lib/server/http/endpoint';
import { ledgerFilter } from '$lib/server/heap/ledger-query';

/** Here `kind` is the kind of test. */
export const GET = read(
  { summary: 'The tests, latest first', query: ledgerPage, answer: pageOf(ref('Test')) },
  async (db, event, query) => {
    const { kind, ...filter } = await ledgerFilter(db, query);
    return listTests(db, pathId(event, 'id', 'heap'), {
      ...filter,
      test_kind: kind ?? filter.test_kind,
      limit: query.limit,
      offset: query.offset
    });
  }
);

export const POST = create(
  { summary: 'A new test', body: byKind(heapTests), answer: ref('Test') },
  async (db, test, event) =>
    appendTest(db, pathId(event, 'id', 'heap'), await byWhoWorksHere(db, event.locals.member, test))
);
