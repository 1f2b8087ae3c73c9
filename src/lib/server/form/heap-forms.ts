import { nowIso } from '$core/time/now';
import { squeezed, type PartSqueeze } from '$core/bench/formula/squeeze';
import { entries } from '$lib/schema/entry';
import { heapTests } from '$lib/schema/heap-test';
import { ON_LADDER } from '$lib/schema/query';
import type { System } from '$core/reference/targets';
import type { Database } from '../database/database';
import { byKind, pathId } from '../http/endpoint';
import { checkedBody, postedForm } from '../http/posted';
import { byWhoWorksHere } from '../member/members';
import { readLot } from '../stock/stock';
import { readHeap } from '../heap/heaps';
import type { EntryRecord } from '../heap/ledger';
import { amendEntry, appendEntry } from '../heap/ledger-writing';
import { amendTest, appendTest } from '../heap/tests';

type Body = Record<string, unknown>;
type Write = (db: Database, heap_id: number, input: never) => Promise<EntryRecord>;

/** An entry or a test of the heap in the path, posted without a script. */
export const writeAction = postedForm(
  async (db, body, event) => {
    const { system } = await readHeap(db, pathId(event, 'id', 'heap'));
    const input = {
      ...(await withItsLot(db, body)),
      ...followingFrom(body, system),
      at: body.at ?? nowIso()
    };
    const write: Write = isTest(input) ? appendTest : appendEntry;
    const by = await byWhoWorksHere(db, event.locals.member, checkedEntry(input));
    // Which of the two it is `isTest` has told; that a union is both the compiler cannot see.
    return write(db, pathId(event, 'id', 'heap'), by as never);
  },
  (_, { params, url }) => `/heaps/${params.id}${url.searchParams.has(ON_LADDER) ? '/temper-curve' : ''}`
);

/** The same record as it really was. */
export const amendAction = postedForm(
  async (db, body, event) => {
    const input = await withItsLot(db, body);
    const [heap, entry] = [pathId(event, 'id', 'heap'), pathId(event, 'entryId', 'entry')];
    const amend = isTest(input) ? amendTest : amendEntry;
    // As above.
    return amend(db, heap, entry, checkedEntry(input) as never);
  },
  (_, { params }) => `/heaps/${params.id}`
);

/** Of a squeeze, the answers that follow from those that were given. */
const followingFrom = (body: Body, system: System) =>
  body.kind === 'squeeze' ? squeezed({ ...UNANSWERED, ...(body as Partial<PartSqueeze>) }, system) : null;
const UNANSWERED: PartSqueeze = { holds: null, shrinks: null, breaks: null, palm: null, prints: null };

const isTest = (body: Body) => typeof body.kind === 'string' && Object.hasOwn(heapTests, body.kind);

/** @throws Refusal when it is not what its kind says */
const checkedEntry = (input: Body) =>
  checkedBody(isTest(input) ? byKind(heapTests)(input) : byKind(entries)(input), input) as {
    member?: number;
  };

/** What was picked as a lot is of the lot's kind. */
async function withItsLot(db: Database, body: Body): Promise<Body> {
  if (typeof body.lot_id !== 'number' || body.ingredient !== undefined || body.kind !== 'added') return body;
  return { ...body, ingredient: (await readLot(db, body.lot_id)).kind };
}
