import { figureText, lengthFigure, massText, temperatureText } from '../../quantity/display';
import { REST_MIN } from '../../reference/rest';
import { serving, toRam, type CastingFacts } from './casting-facts';
import { doseParts } from './dose-parts';
import { shakenId, temperId } from './ids';
import { after, type StepDraft, type StepKind, type StepsOf } from './kind';
import type { Wait } from './step';
import { SPREAD_DEEP_M, WORK_MIN } from '../../reference/plan';

interface OfRound {
  heap_id: number;
  heap: string;
  round: number;
}
/** Sand that came back hot lies spread until it may be tempered. */
export type Cool = { do: 'cool'; sand_c: number; cools_min: number } & OfRound;
/** The heap is tempered again for the next round of molds. */
export type TemperAgain = {
  do: 'temper-again';
  water_kg: number;
  binder_kg: number;
  dry_off_kg: number;
  rest_min: number;
} & OfRound;

type Heap = CastingFacts['heaps'][number];
type Again = Heap['again'][number];
const coolId = ({ id }: Heap, { round }: Again) => `cool:${id}:${round}`;
const restOf = ({ binder_kg }: Again): number => REST_MIN[binder_kg > 0 ? 'clay' : 'water'];
const named = ({ id, name }: Heap, { round }: Again): OfRound => ({ heap_id: id, heap: name, round });

/** What a mold of a round waits for where its heap was tempered again: there is no night between two rounds. */
export const temperedAgain = (heap: Heap, round: number): Wait[] =>
  heap.again
    .filter((each) => each.round <= round)
    .map((each) => after(temperId(heap.id, each.round), restOf(each)));

/** One step for each round that wants sand back and is still to be rammed. */
const forRounds = <A>(
  facts: CastingFacts,
  step: (heap: Heap, again: Again) => StepDraft<A>
): StepDraft<A>[] =>
  facts.heaps.flatMap((heap) =>
    heap.again
      .filter(({ round }) =>
        facts.molds.some((mold) => mold.heap_id === heap.id && mold.round === round && toRam(mold))
      )
      .map((again) => ({
        ...serving(facts, (mold) => mold.heap_id === heap.id && mold.round >= again.round),
        ...step(heap, again)
      }))
  );

export const coolSteps: StepsOf<Cool> = (facts) =>
  forRounds(facts, (heap, again) => ({
    id: coolId(heap, again),
    about: { do: 'cool', ...named(heap, again), sand_c: again.sand_c, cools_min: again.cools_min },
    minutes: WORK_MIN.spread,
    after: facts.molds
      .filter((mold) => mold.heap_id === heap.id && mold.round < again.round)
      .map((mold) => after(shakenId(mold)))
  }));

export const cool: StepKind<Cool> = {
  words: ({ heap, sand_c, cools_min }, units) =>
    `riddle ${heap} and spread it ${figureText(lengthFigure(SPREAD_DEEP_M, units))} deep: out of the molds it is about ${temperatureText(sand_c, units)}, cool in ${Math.round(cools_min)} min`,
  page: ({ heap_id }) => `/heaps/${heap_id}`
};

export const temperAgainSteps: StepsOf<TemperAgain> = (facts) =>
  forRounds(facts, (heap, again) => {
    const { water_kg, binder_kg, dry_off_kg, cools_min } = again;
    return {
      id: temperId(heap.id, again.round),
      about: {
        do: 'temper-again',
        ...named(heap, again),
        water_kg,
        binder_kg,
        dry_off_kg,
        rest_min: restOf(again)
      },
      minutes: WORK_MIN.temper_again,
      after: [after(coolId(heap, again), cools_min)]
    };
  });

export const temperAgain: StepKind<TemperAgain> = {
  words(about, units) {
    if (about.dry_off_kg > 0)
      return `spread ${about.heap} until ${massText(about.dry_off_kg, units)} has dried off, before round ${about.round}`;
    const parts = doseParts(about, units);
    return parts.length > 0
      ? `temper ${about.heap} for round ${about.round}, by then likely with ${parts.join(' and ')}, and cover it ${about.rest_min} min`
      : `squeeze ${about.heap} before round ${about.round}`;
  },
  entered: (about, units) => `${doseParts(about, units).join(' and ')} into ${about.heap}`,
  page: ({ heap_id }) => `/heaps/${heap_id}`
};
