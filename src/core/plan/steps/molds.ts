import { figureText, lengthFigure } from '../../quantity/display';
import type { UnitSystem } from '../../quantity/unit';
import { LEFT_SHUT_MIN, WORK_MIN } from '../../reference/plan';
import { moldName, toRam, type CastingFacts, type MoldFacts } from './casting-facts';
import { rammingMinutes } from './ramming-pace';
import { sandReady } from './heaps';
import { pouredIn, ramId, shakenId } from './ids';
import { after, type StepKind, type StepsOf } from './kind';
import { dryAt, patternReady } from './patterns';

export type Ram = {
  do: 'ram';
  mold: number;
  mold_id: number | null;
  flask: string;
  makes: string;
  sand_kg: number;
  way: MoldFacts['way'];
};
export type ShakeOut = { do: 'shake-out'; mold: number; mold_id: number | null };

/** A flask that is used twice is free again once its mold was shaken out. */
const flaskFree = ({ molds }: CastingFacts, { flask_id, round }: MoldFacts) =>
  molds
    .filter((other) => flask_id !== null && other.flask_id === flask_id && other.round < round)
    .map((other) => after(shakenId(other)));

export const ramSteps: StepsOf<Ram> = (facts) =>
  facts.molds.filter(toRam).map((mold) => {
    const { number, mold_id, flask, makes, sand_kg, way } = mold;
    const dry = mold.pattern_ids.flatMap((id) => dryAt(facts, id) ?? []);
    const keeps_h = facts.heaps.find(({ id }) => id === mold.heap_id)?.keeps_h;
    return {
      id: ramId(mold),
      about: { do: 'ram', mold: number, mold_id, flask, makes, sand_kg, way },
      minutes: facts.ramming_pace * rammingMinutes(sand_kg),
      after: [
        ...mold.pattern_ids.flatMap((id) => patternReady(facts, id)),
        ...sandReady(facts, mold),
        ...flaskFree(facts, mold)
      ],
      serves: [moldName(mold)],
      ...(dry.length > 0 && { not_before: Math.max(...dry) }),
      ...(keeps_h !== undefined && { keeps_min: keeps_h * 60 })
    };
  });

/** The pins to lay ready. */
function wayWords({ sprue_m, riser_m }: NonNullable<MoldFacts['way']>, units: UnitSystem): string {
  const length = (m: number) => figureText(lengthFigure(m, units));
  return `sprue ${length(sprue_m)} at its foot, ${riser_m === null ? 'no riser' : `riser ${length(riser_m)}`}`;
}

export const ram: StepKind<Ram> = {
  words: ({ mold, makes, flask, way }, units) =>
    `ram mold ${mold}: ${makes} in ${flask}${way ? `, ${wayWords(way, units)}` : ''}`,
  page: ({ mold_id }) => (mold_id === null ? '/mold' : `/mold/${mold_id}`)
};

export const shakeOutSteps: StepsOf<ShakeOut> = (facts) =>
  facts.molds.map((mold) => ({
    id: shakenId(mold),
    about: { do: 'shake-out', mold: mold.number, mold_id: mold.mold_id },
    minutes: WORK_MIN.shake_out,
    after: mold.poured ? [] : [after(pouredIn(facts, mold), Math.max(LEFT_SHUT_MIN, mold.people_min))],
    // Its heat was worked out as it was poured: until then it is shut.
    ...(mold.opens_at !== null && { not_before: mold.opens_at }),
    serves: [moldName(mold)]
  }));

export const shakeOut: StepKind<ShakeOut> = {
  words: ({ mold }) => `shake out mold ${mold}`,
  page: () => '/shake-out'
};
