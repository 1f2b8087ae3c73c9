import { DRYING_LOG_SD } from '$core/reference/accuracy';
import type { HeapBinder } from '$core/reference/targets';
import {
  BURNT_PER_METAL_LOG_SD,
  RAMMED_DENSITY,
  SPILL_SHARE,
  burntPerMetal,
  type Expected
} from '$core/reference/wear';
import { firstBelief, type HeapNature } from './belief';
import type { LearnedFigure, LedgerEntry } from './entry';
import { advance } from './estimate';

/** A figure that a heap teaches: in SI, with the range that holds nine times in ten. */
export interface Learned {
  value: number;
  range: [number, number];
  /** What the handbook says. */
  handbook: number;
  source: 'handbook' | 'your records' | 'your entry';
  /** Records that it was learned from. */
  records: number;
}

/** What one record of each kind is worth, one standard deviation: flask volumes and floors are rough. */
const DENSITY_RECORD_SD = 50;
const SPILL_RECORD_SD = 0.012;
const BURN_RECORD_LOG_SD = 0.45;

const NINE_IN_TEN = 1.645;

/** The figures that are learned from the ledger by counting; the drying is learned by the estimate itself. */
export type CountedFigure = Exclude<LearnedFigure, 'drying'>;

/**
 * Rammed density (kg/m³), spill (share of what was drawn) and burning (kg of sand per kg of metal) of a heap from its
 * own records, starting from the handbook's figure and trusting it less with every record.
 *
 * @param nature what the estimate has to know of the heap: sand out in molds loses water unseen
 * @param ordered the ledger in order
 * @source the conjugate normal update of a mean with known spread; of the logarithm for the burning
 */
export function learn(
  nature: HeapNature,
  binder: HeapBinder,
  ordered: readonly LedgerEntry[]
): Record<CountedFigure, Learned> {
  const handbook = burntPerMetal(binder);
  return {
    'rammed-density': learnedFrom(
      recordsOf('rammed-density', nature, ordered),
      RAMMED_DENSITY[nature.system],
      DENSITY_RECORD_SD
    ),
    spill: mapped(learnedFrom(recordsOf('spill', nature, ordered), SPILL_SHARE, SPILL_RECORD_SD), (share) =>
      Math.max(0, share)
    ),
    burn: mapped(
      learnedFrom(
        mappedRecords(recordsOf('burn', nature, ordered), Math.log),
        { value: Math.log(handbook), sd: BURNT_PER_METAL_LOG_SD },
        BURN_RECORD_LOG_SD
      ),
      Math.exp
    )
  };
}

/** The learned drying in the same shape, from the estimate's logarithm and its standard deviation. */
export function learnedDrying(log: number, sd: number): Learned {
  const at = (off: number) => Math.exp(log + off * sd);
  return {
    value: at(0),
    range: [at(-NINE_IN_TEN), at(NINE_IN_TEN)],
    handbook: 1,
    source: sd === 0 ? 'your entry' : sd < 0.9 * DRYING_LOG_SD ? 'your records' : 'handbook',
    records: 0
  };
}

/** What the ledger says of a figure since it was last reset, and what it was fixed at, if it is. */
interface Records {
  values: number[];
  fixed: number | null;
}

function learnedFrom({ values, fixed }: Records, expected: Expected, record_sd: number): Learned {
  const records = values.length;
  if (fixed !== null) {
    return { value: fixed, range: [fixed, fixed], handbook: expected.value, source: 'your entry', records };
  }
  const own = 1 / expected.sd ** 2;
  const each = 1 / record_sd ** 2;
  const precision = own + records * each;
  const value = (own * expected.value + each * values.reduce((sum, x) => sum + x, 0)) / precision;
  const reach = NINE_IN_TEN / Math.sqrt(precision);
  return {
    value,
    range: [value - reach, value + reach],
    handbook: expected.value,
    source: records > 0 ? 'your records' : 'handbook',
    records
  };
}

function mapped(learned: Learned, by: (value: number) => number): Learned {
  const { value, range, handbook } = learned;
  return { ...learned, value: by(value), range: [by(range[0]), by(range[1])], handbook: by(handbook) };
}

const mappedRecords = ({ values, fixed }: Records, by: (value: number) => number): Records => ({
  values: values.map(by),
  fixed: fixed === null ? null : by(fixed)
});

function recordsOf(figure: CountedFigure, nature: HeapNature, ordered: readonly LedgerEntry[]): Records {
  const records: Records = { values: [], fixed: null };
  const forget = (value: number | null) => {
    records.values = [];
    records.fixed = value;
  };
  const count = COUNTING[figure](ordered, nature);
  for (const [i, { event }] of ordered.entries()) {
    if (event.kind === 'learning' && event.of === figure) forget(event.value);
    records.values.push(...(count.get(i) ?? []));
  }
  return records;
}

/** Records of each figure by the place of the entry that completed them. */
type Counted = Map<number, number[]>;

const COUNTING: Record<CountedFigure, (ordered: readonly LedgerEntry[], nature: HeapNature) => Counted> = {
  'rammed-density': countDensities,
  spill: countSpills,
  burn: countBurns
};

function countDensities(ordered: readonly LedgerEntry[]): Counted {
  const counted: Counted = new Map();
  ordered.forEach(({ event }, i) => {
    if (event.kind === 'drawn' && event.rammed_l !== undefined && event.rammed_l > 0)
      counted.set(i, [event.kg / (event.rammed_l / 1000)]);
  });
  return counted;
}

/**
 * One record a round, from the first mold drawn to the first of the next round: the share of what was drawn
 * that was spilled or never came back. A round counts when something was weighed on its way back; what a pour
 * drove off is not spilled.
 */
function countSpills(ordered: readonly LedgerEntry[], nature: HeapNature): Counted {
  const counted: Counted = new Map();
  const fresh = () => ({ drawn: 0, spilled: 0, back: false, weighed: false, closed: -1 });
  let round = fresh();
  let belief = firstBelief(nature);
  const close = () => {
    if (round.weighed) counted.set(round.closed, [Math.min(1, round.spilled / round.drawn)]);
    round = fresh();
  };
  ordered.forEach((entry, i) => {
    const { event } = entry;
    if (event.kind === 'drawn') {
      if (round.back) close();
      round.drawn += event.kg;
    } else if (event.kind === 'returned' && round.drawn > 0) {
      const weighed = event.weighed !== false;
      if (event.rest_lost && weighed) round.spilled += Math.max(0, belief.out_kg - event.kg);
      round = { ...round, back: true, weighed: round.weighed || weighed, closed: i };
    } else if (event.kind === 'spilled' && round.drawn > 0) {
      round = { ...round, spilled: round.spilled + event.kg, closed: i };
    }
    belief = advance(nature, belief, entry);
  });
  close();
  return counted;
}

/** Sand burnt for each kilogram poured: as stated with the pour, or else as the black sand sorted out after it. */
function countBurns(ordered: readonly LedgerEntry[]): Counted {
  const counted: Counted = new Map();
  let awaiting_kg: number | null = null;
  ordered.forEach(({ event }, i) => {
    if (event.kind === 'poured') {
      awaiting_kg = null;
      if (event.metal_kg === undefined || !(event.metal_kg > 0)) return;
      if (event.burnt_stated === false) awaiting_kg = event.metal_kg;
      else if (event.burnt_kg > 0) counted.set(i, [event.burnt_kg / event.metal_kg]);
    } else if (event.kind === 'discarded' && event.burnt && awaiting_kg !== null && event.kg > 0) {
      counted.set(i, [event.kg / awaiting_kg]);
      awaiting_kg = null;
    }
  });
  return counted;
}
