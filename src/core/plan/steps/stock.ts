import { massText } from '../../quantity/display';
import type { MaterialKind } from '../../reference/ingredients';
import { WORK_MIN } from '../../reference/plan';
import { wantedOf, type CastingFacts } from './casting-facts';
import type { Wait } from './step';
import { after, type StepKind, type StepsOf } from './kind';

interface Goods {
  what: string;
  kind: MaterialKind | null;
  kg: number;
  cost: number | null;
  currency: string;
}
export type Buy = { do: 'buy'; days: number } & Goods;
export type TakeIn = { do: 'take-in' } & Goods;

type Wanted = CastingFacts['buy'][number];
const keyOf = ({ heap_id, kind, what }: Wanted) => `${heap_id ?? 'all'}:${kind ?? what}`;
const buyId = (wanted: Wanted) => `buy:${keyOf(wanted)}`;
const takeInId = (wanted: Wanted) => `take-in:${keyOf(wanted)}`;
const goods = ({ what, kind, kg, cost, currency }: Wanted): Goods => ({ what, kind, kg, cost, currency });

/** What has to come before a heap is rammed of. */
const toCome = (facts: CastingFacts): Wanted[] =>
  facts.buy.filter(({ heap_id }) => heap_id === null || wantedOf(facts, heap_id));

/** What was bought for a heap, and for all of them, must be there. */
export const boughtFor = ({ buy: all }: CastingFacts, heap_id: number): Wait[] => [
  ...all.filter((each) => each.heap_id === heap_id).map((each) => after(takeInId(each))),
  ...all.filter((each) => each.heap_id === null).map((each) => after(takeInId(each)))
];

export const buySteps: StepsOf<Buy> = (facts) =>
  toCome(facts).map((wanted) => ({
    id: buyId(wanted),
    about: { do: 'buy', ...goods(wanted), days: wanted.days },
    minutes: WORK_MIN.order
  }));

export const buy: StepKind<Buy> = {
  words: ({ kg, what }, units) => `order ${massText(kg, units)} of ${what}`,
  page: () => '/stock'
};

export const takeInSteps: StepsOf<TakeIn> = (facts) =>
  toCome(facts).map((wanted) => ({
    id: takeInId(wanted),
    about: { do: 'take-in', ...goods(wanted) },
    minutes: WORK_MIN.take_in,
    after: [after(buyId(wanted), Math.round(wanted.days * 24 * 60))]
  }));

export const takeIn: StepKind<TakeIn> = {
  words: ({ kg, what }, units) => `take in ${massText(kg, units)} of ${what}`,
  page: () => '/stock'
};
