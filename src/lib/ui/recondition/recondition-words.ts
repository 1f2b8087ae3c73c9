import type { DueStep, MullingWay, SandToRecondition } from '$core/session/recondition-steps';
import type { SandPlan } from '$lib/schema/recondition';
import type { CautionName } from '$lib/ui/caution/cautions';

export const WAY_WORDS: Record<MullingWay, { name: string; about: string }> = {
  foot: { name: 'By foot', about: 'trodden on a board and cut over: gentle, and good for much sand' },
  paddle: { name: 'Drill and paddle', about: 'quick in a bucket; it leaves lumps at the wall' },
  mixer: { name: 'Mixer', about: 'for much at once; it tumbles more than it mulls' },
  hand: { name: 'By hand', about: 'rubbed between the palms: for a little, and for facing' }
};

/** The plan as the steps are made from it. */
export const sandOf = (plan: SandPlan, system: 'water' | 'oil', cools_s: number): SandToRecondition => ({
  system,
  kg: plan.heap_kg,
  hot: plan.hot,
  cools_s,
  rubbish: plan.rubbish,
  facing: plan.facing,
  discard_kg: plan.discard_kg,
  dry_kg: plan.additions.reduce((sum, { kg }) => sum + kg, 0),
  water_kg: plan.water_kg,
  oil_kg: plan.oil_kg,
  splashes: plan.splashes,
  way: plan.way
});

export const sandStep = (heap_id: number, { kind, turn, turns }: DueStep): string =>
  `sand:${heap_id}:${kind}${turns > 1 ? `:${turn}` : ''}`;

/** A step of reconditioning in the words of the bench. */
export function sandStepWords(
  { kind, turn, turns, kg }: DueStep,
  of: { oil: boolean; way: MullingWay; mass: (kg: number) => string; additions: SandPlan['additions'] }
): { text: string; caution?: CautionName } {
  const amount = kg === null ? '' : of.mass(kg);
  switch (kind) {
    case 'cool':
      return {
        text: 'Let the sand cool until a hand can rest on it. Lumps stay hot inside.',
        caution: 'hot'
      };
    case 'sort':
      return {
        text: of.oil
          ? 'Cut out all that is black; what only darkened a little can stay.'
          : 'Sort by look: black or reddened skin apart, dried pale sand and unaffected sand together. Pick out metal.'
      };
    case 'rubbish':
      return {
        text: 'Pick out every crumb of resin sand, core and plaster. They go into a bin of their own, never into the heap; local rules say where to.'
      };
    case 'break':
      return {
        text: of.oil ? 'Crumble the rest between the hands.' : 'Break the lumps.',
        ...(!of.oil && { caution: 'dust' as const })
      };
    case 'magnet':
      return { text: 'Draw a magnet through it: nails, wire and iron shot come out.' };
    case 'riddle':
      return { text: 'Riddle it through 6 mm.', caution: 'dust' };
    case 'riddle-fine':
      return { text: 'Riddle what becomes facing through 2 mm, and keep it apart.', caution: 'dust' };
    case 'discard':
      return { text: `Throw out about ${amount} of burnt sand. Weigh what really goes.` };
    case 'spread':
      return { text: 'Spread it out no deeper than a hand, until it is cold all through.' };
    case 'dose-dry':
      return {
        text: `Weigh in ${of.additions.map((each) => `${of.mass(each.kg)} of ${each.name.toLowerCase()}`).join(' and ')}.`,
        caution: 'dust'
      };
    case 'mix-dry':
      return { text: 'Mix it dry until no streak shows.', caution: 'dust' };
    case 'splash':
      return { text: `Splash ${turn} of ${turns}: ${amount} of water, turning all the while.` };
    case 'oil':
      return { text: `Trickle in ${amount} of oil, only as the squeeze asks for it.`, caution: 'oil' };
    case 'mull':
      return {
        text: {
          foot: 'Tread it, cut it over, and tread it again.',
          paddle: 'Mull it with drill and paddle, bucket by bucket.',
          mixer: 'Run the mixer, and scrape its wall now and then.',
          hand: 'Rub it between the palms, all of it.'
        }[of.way]
      };
    case 'rest':
      return { text: 'Cover it and let the clay drink: a quarter of an hour at least, overnight is best.' };
    case 'riddle-again':
      return { text: 'Riddle it once more, so that it lies loose.' };
    case 'test':
      return { text: 'Test it: squeeze, or dry a sample.' };
    case 'last-splash':
      return { text: `One more splash: ${amount} of water.` };
  }
}
