import { FURNACES, furnaceFor, warmUpTime } from '$core/metal/furnace';
import type { CastingFacts } from '$core/plan/steps/casting-facts';
import type { AlloyFigures } from '$core/reference/alloys';
import { meltsOf } from '../pour/pours';
import type { SessionRecord } from '../session/sessions';
import type { WeighedMold } from './day-molds';

/** Of what it is set to, how hot a furnace still is between two melts (a guess). */
const WARM_FURNACE = 0.7;

/** The melts of a day: a flask that is rammed again has to be shaken out first, so each round has melts of its own. */
export function dayMelts(
  molds: readonly WeighedMold[],
  alloy: AlloyFigures,
  melt: SessionRecord['melt']
): CastingFacts['melts'] {
  const unpoured = molds.filter(({ poured }) => !poured);
  const rounds = [...new Set(unpoured.map(({ round }) => round))].sort((a, b) => a - b);
  const melts = rounds.flatMap((round) => {
    const of_round = unpoured.filter((mold) => mold.round === round);
    const { melts: of, too_large } = meltsOf(
      of_round.map(({ number, castings_kg, gating_kg }) => ({ id: number, castings_kg, gating_kg })),
      alloy,
      melt
    );
    return [
      ...of.map(({ molds: filled, charge_kg }) => ({ molds: filled, charge_kg })),
      // One that no crucible fills is said to be so on the pour page; here it takes a melt of its own.
      ...too_large.map((number) => {
        const { castings_kg, gating_kg } = of_round.find((mold) => mold.number === number)!;
        return { molds: [number], charge_kg: castings_kg + gating_kg };
      })
    ];
  });
  const hottest_c = alloy.pour_c + alloy.set_point.carry_c;
  const furnace = FURNACES[melt?.furnace ?? furnaceFor(hottest_c)];
  return melts.map((each, i) => {
    // The furnace is warm still for all but the first.
    const furnace_c = i === 0 ? 20 : WARM_FURNACE * hottest_c;
    return { ...each, heat_min: warmUpTime(alloy, each.charge_kg, hottest_c, furnace, furnace_c) / 60 };
  });
}
