import { nowIso } from '$core/time/now';
import { heapTests } from '$lib/schema/heap-test';
import { lotChange } from '$lib/schema/stock';
import { byKind, pathId } from '../http/endpoint';
import { checkedBody, postedForm } from '../http/posted';
import { appendLotTest } from '../stock/lot-tests';
import { amendLot } from '../stock/stock';

/** A test of the lot in the path, posted without a script. */
export const writeLotTest = postedForm(
  (db, body, event) => {
    const input = { at: nowIso(), ...body };
    return appendLotTest(
      db,
      pathId(event, 'id', 'lot'),
      // The schema has just told that it is a test of this kind.
      checkedBody(byKind(heapTests)(input), input) as never
    );
  },
  (_, { params }) => `/stock/${params.id}`
);

/** What is known of a lot, changed: an emptied field goes back to its default. */
export const changeLot = postedForm(
  (db, body, event) => amendLot(db, pathId(event, 'id', 'lot'), checkedBody(lotChange, body)),
  () => '/stock',
  null
);
