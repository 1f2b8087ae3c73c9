import { massText } from '../../quantity/display';
import { AT_HEAT_MIN, WORK_MIN } from '../../reference/plan';
import { moldName, toRam } from './casting-facts';
import { ownBefore } from './day';
import { HEAT, POUR, pourId, ramId } from './ids';
import { after, type StepKind, type StepsOf } from './kind';

export type Tools = { do: 'tools' };
export type Metal = { do: 'metal'; charge_kg: number; alloy: string };
export type Heat = { do: 'heat'; melt: number; charge_kg: number };
export type Pour = { do: 'pour'; melt: number; molds: number[]; charge_kg: number };

const TOOLS = 'tools';
const METAL = 'metal';

// Once all is poured nothing of it is wanted any more.
export const toolsSteps: StepsOf<Tools> = ({ melts }) =>
  melts.length === 0 ? [] : [{ id: TOOLS, about: { do: 'tools' }, minutes: WORK_MIN.tools, late: true }];

export const tools: StepKind<Tools> = {
  words: () => 'lay out tools, fuel, clothing and dry sand',
  page: () => null
};

export const metalSteps: StepsOf<Metal> = ({ melts, alloy }) =>
  melts.length === 0
    ? []
    : [
        {
          id: METAL,
          about: {
            do: 'metal',
            charge_kg: melts.reduce((sum, { charge_kg }) => sum + charge_kg, 0),
            alloy
          },
          minutes: WORK_MIN.metal
        }
      ];

export const metal: StepKind<Metal> = {
  words: ({ charge_kg, alloy }, units) => `weigh out ${massText(charge_kg, units)} of ${alloy}`,
  page: () => '/pour'
};

export const heatSteps: StepsOf<Heat> = ({ melts }) =>
  melts.slice(0, 1).map(({ charge_kg, heat_min }) => ({
    id: HEAT,
    about: { do: 'heat', melt: 1, charge_kg },
    minutes: heat_min,
    after: [after(METAL), after(TOOLS)],
    uses: ['furnace'],
    late: true
  }));

export const heat: StepKind<Heat> = {
  words: ({ charge_kg }, units) => `light the furnace, ${massText(charge_kg, units)} of metal`,
  page: () => '/pour'
};

const numbered = (molds: readonly number[]) =>
  molds.length === 1 ? `mold ${molds[0]}` : `molds ${molds.slice(0, -1).join(', ')} and ${molds.at(-1)}`;

export const pourSteps: StepsOf<Pour> = (facts) =>
  facts.melts.map(({ molds, charge_kg, heat_min }, i) => {
    const of = facts.molds.filter(({ number }) => molds.includes(number));
    const pouring = WORK_MIN.pour_first + WORK_MIN.pour_each * molds.length;
    const first = i === 0;
    return {
      id: pourId(i + 1),
      about: { do: 'pour', melt: i + 1, molds: [...molds], charge_kg },
      // A later melt is heated and poured in one go, as metal waits for nobody.
      minutes: first ? pouring : heat_min + pouring,
      after: [
        ...of.filter(toRam).map((mold) => after(ramId(mold))),
        ...(first ? [{ ...after(HEAT), most_min: AT_HEAT_MIN }, ...ownBefore(facts)] : [after(POUR)])
      ],
      uses: ['furnace'],
      ...(!first && molds.length < facts.molds.length && { serves: of.map(moldName) })
    };
  });

export const pour: StepKind<Pour> = {
  words: ({ melt, molds, charge_kg }, units) =>
    melt === 1
      ? `pour ${numbered(molds)}`
      : `melt ${melt}: heat ${massText(charge_kg, units)} and pour ${numbered(molds)}`,
  page: () => '/pour'
};
