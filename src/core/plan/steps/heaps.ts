import { rounded } from '../../quantity/rounded';
import { massText, temperatureText } from '../../quantity/display';
import { NIGHT_H, WARM_UP_H, WORK_MIN } from '../../reference/plan';
import { serving, wantedOf, type CastingFacts, type MoldFacts } from './casting-facts';
import { temperedAgain } from './heap-again';
import type { Wait } from './step';
import { renewId, shakenId, temperId } from './ids';
import { after, type StepDraft, type StepKind, type StepsOf } from './kind';
import { boughtFor } from './stock';
import { doseParts } from './dose-parts';

interface OfHeap {
  heap_id: number;
  heap: string;
}
export type Renew = { do: 'renew'; short_kg: number } & OfHeap;
export type Indoors = { do: 'indoors'; air_c: number } & OfHeap;
export type Squeeze = { do: 'squeeze' } & OfHeap;
export type Temper = {
  do: 'temper';
  water_kg: number;
  binder_kg: number;
  dry_off_kg: number;
  /** Nothing goes into it: it is only looked at. */
  as_it_is: boolean;
  /** How long it rests before it is rammed, min; null: overnight. */
  rest_min: number | null;
} & OfHeap;
export type Recondition = { do: 'recondition' } & OfHeap;

type Heap = CastingFacts['heaps'][number];
const named = ({ id, name }: Heap): OfHeap => ({ heap_id: id, heap: name });
const forMolds = (facts: CastingFacts, { id }: Heap) => serving(facts, ({ heap_id }) => heap_id === id);
const indoorsId = ({ id }: Heap) => `indoors:${id}`;
const squeezeId = ({ id }: Heap) => `squeeze:${id}`;

/** Renewed sand, or else what was bought for it. */
const renewed = (facts: CastingFacts, heap: Heap): Wait[] =>
  heap.renew ? [after(renewId(heap.id))] : boughtFor(facts, heap.id);
/** The same, and warm where it has to come in from the frost. */
const warm = (facts: CastingFacts, heap: Heap): Wait[] => [
  ...renewed(facts, heap),
  ...(heap.frost_c === null ? [] : [after(indoorsId(heap), WARM_UP_H * 60)])
];

/** Sand that is likely right as it is by then: a squeeze before it is rammed is all that it wants. */
const asItIs = ({ water_kg, binder_kg, dry_off_kg, unknown, renew, short_kg, frost_c }: Heap): boolean =>
  !(water_kg + binder_kg + dry_off_kg + short_kg > 0 || unknown || renew || frost_c !== null);

/** How long sand rests that something went into, where there is no night for it, min; null where there is. */
const shortRest = ({ short_rest }: CastingFacts, { binder_kg, unknown, renew }: Heap): number | null =>
  short_rest && short_rest[binder_kg > 0 || unknown || renew ? 'clay' : 'water'];

/**
 * What a mold of a heap waits for: sand that was squeezed, and where anything went into it has lain for the night; where its
 * round wants sand of earlier molds, that this was tempered again.
 */
export const sandReady = (facts: CastingFacts, { heap_id, round }: MoldFacts): Wait[] => {
  const heap = facts.heaps.find(({ id }) => id === heap_id);
  if (!heap) return [];
  return [
    after(temperId(heap_id), asItIs(heap) ? 0 : (shortRest(facts, heap) ?? NIGHT_H * 60)),
    ...temperedAgain(heap, round)
  ];
};

/** One step for each heap that is still rammed of, and of which it is true. */
const forHeaps = <A>(
  facts: CastingFacts,
  wanted: (heap: Heap) => boolean,
  step: (heap: Heap) => StepDraft<A>
): StepDraft<A>[] =>
  facts.heaps
    .filter((heap) => wantedOf(facts, heap.id) && wanted(heap))
    .map((heap) => ({ ...forMolds(facts, heap), ...step(heap) }));

export const renewSteps: StepsOf<Renew> = (facts) =>
  forHeaps(
    facts,
    (heap) => heap.renew,
    (heap) => ({
      id: renewId(heap.id),
      about: { do: 'renew', ...named(heap), short_kg: heap.short_kg },
      minutes: WORK_MIN.renew,
      after: boughtFor(facts, heap.id)
    })
  );

export const renew: StepKind<Renew> = {
  words: ({ heap, short_kg }, units) =>
    short_kg > 0
      ? `renew ${heap}: the molds want ${massText(short_kg, units)} more than it holds`
      : `renew ${heap}`,
  page: ({ heap_id, short_kg }) =>
    // It is made up by what the molds find short, not only put into its windows.
    `/heaps/${heap_id}/renew${short_kg > 0 ? `?more_kg=${rounded(short_kg, 3)}` : ''}`
};

export const indoorsSteps: StepsOf<Indoors> = (facts) =>
  forHeaps(
    facts,
    ({ frost_c }) => frost_c !== null,
    (heap) => ({
      id: indoorsId(heap),
      about: { do: 'indoors', ...named(heap), air_c: heap.frost_c! },
      minutes: WORK_MIN.indoors
    })
  );

export const indoors: StepKind<Indoors> = {
  words: ({ heap, air_c }, units) =>
    `bring ${heap} indoors: ${temperatureText(air_c, units)} is forecast where it stands`,
  page: ({ heap_id }) => `/heaps/${heap_id}/settings`
};

export const squeezeSteps: StepsOf<Squeeze> = (facts) =>
  forHeaps(
    facts,
    ({ unknown }) => unknown,
    (heap) => ({
      id: squeezeId(heap),
      about: { do: 'squeeze', ...named(heap) },
      minutes: WORK_MIN.squeeze,
      after: warm(facts, heap)
    })
  );

export const squeeze: StepKind<Squeeze> = {
  words: ({ heap }) => `squeeze ${heap}: nobody knows how it stands`,
  page: ({ heap_id }) => `/heaps/${heap_id}/test/squeeze`
};

/** Tempering, minutes: to begin with, and for each kilogram of sand (handbook default). */
const TEMPER_MIN = { first: 20, per_kg: 0.5 };

export const temperSteps: StepsOf<Temper> = (facts) =>
  forHeaps(
    facts,
    () => true,
    (heap) => {
      const { water_kg, binder_kg, dry_off_kg } = heap;
      const as_it_is = asItIs(heap);
      const sand_kg = facts.molds
        .filter(({ heap_id }) => heap_id === heap.id)
        .reduce((sum, mold) => sum + mold.sand_kg, 0);
      return {
        id: temperId(heap.id),
        about: {
          do: 'temper',
          ...named(heap),
          water_kg,
          binder_kg,
          dry_off_kg,
          as_it_is,
          rest_min: shortRest(facts, heap)
        },
        minutes: as_it_is ? WORK_MIN.squeeze : TEMPER_MIN.first + TEMPER_MIN.per_kg * sand_kg,
        after: heap.unknown ? [after(squeezeId(heap))] : warm(facts, heap),
        late: true
      };
    }
  );

export const temper: StepKind<Temper> = {
  words(about, units) {
    if (about.dry_off_kg > 0)
      return `spread ${about.heap} to dry off ${massText(about.dry_off_kg, units)}, then cover it`;
    const parts = doseParts(about, units);
    const rests = about.rest_min === null ? 'and cover it overnight' : `and cover it ${about.rest_min} min`;
    return parts.length > 0
      ? `temper ${about.heap}, by then likely with ${parts.join(' and ')}, ${rests}`
      : `squeeze ${about.heap}${about.as_it_is ? ' before you ram' : ` ${rests}`}`;
  },
  entered: (about, units) => `${doseParts(about, units).join(' and ')} into ${about.heap}`,
  page: ({ heap_id }) => `/heaps/${heap_id}`
};

export const reconditionSteps: StepsOf<Recondition> = (facts) =>
  facts.heaps.flatMap((heap) => {
    const shut = facts.molds.filter(({ heap_id }) => heap_id === heap.id);
    return shut.length === 0 && heap.back_at === null
      ? []
      : [
          {
            id: `recondition:${heap.id}`,
            about: { do: 'recondition', ...named(heap) },
            minutes: WORK_MIN.recondition,
            after: shut.map((mold) => after(shakenId(mold), heap.cools_min)),
            ...(heap.back_at !== null && { not_before: heap.back_at + heap.cools_min * 60_000 })
          }
        ];
  });

export const recondition: StepKind<Recondition> = {
  words: ({ heap }) => `put ${heap} right`,
  page: ({ heap_id }) => `/heaps/${heap_id}/recondition`
};
