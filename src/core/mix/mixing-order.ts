import type { Role } from '$core/reference/ingredients';
import type { System } from '$core/reference/targets';

/** A step of mixing, in the order in which it is done. `caution` is shown where the hand is about to do it. */
export interface MixingStep {
  text: string;
  roles: Role[];
  minutes: number;
  caution?: 'dust' | 'flammable';
}

/**
 * Order of mixing and mulling time for a batch of this mass with these roles in it.
 *
 * Clay goes on dry sand and is mixed dry first; water follows in splashes; carbon and flour before the last
 * splash. Oil-bonded: clay dry, then oil, mull long, activator last.
 *
 * @source workshop practice (handbook default): about 6 min and 12 s a kilogram by hand, oil half as long again
 */
export function mixingSteps(system: System, roles: readonly Role[], total_kg: number): MixingStep[] {
  const has = (role: Role) => roles.includes(role);
  const mull = Math.round(6 + 0.2 * total_kg);
  const dry: Role[] = (['sand', 'binder', 'fines'] as const).filter(has);
  const powders = dry.length > 1;
  const named = [has('binder') && 'clay', has('fines') && 'fines'].filter(Boolean).join(' and ');
  const dryStep: MixingStep = {
    text: powders
      ? `Spread the ${named} on the sand and turn it over until no streak shows.`
      : 'Spread the sand out.',
    roles: dry,
    minutes: powders ? Math.round(3 + 0.05 * total_kg) : 1,
    ...(powders || has('sand') ? { caution: 'dust' as const } : {})
  };
  if (system === 'oil') {
    return [
      dryStep,
      { text: 'Trickle the oil over it while turning.', roles: ['oil'], minutes: 3 },
      {
        text: 'Mull until it is one colour and no dry pocket is left.',
        roles: [],
        minutes: Math.round(mull * 1.5)
      },
      ...(has('activator')
        ? [
            {
              text: 'Sprinkle the activator last, mull again and cover at once.',
              roles: ['activator' as const],
              minutes: 4,
              caution: 'flammable' as const
            }
          ]
        : []),
      { text: 'Riddle, and squeeze before you ram.', roles: [], minutes: 3 }
    ];
  }
  const watered = has('water');
  return [
    dryStep,
    ...(watered
      ? [
          {
            text: 'Splash in the first half of the water, in two goes, turning all the while.',
            roles: ['water' as const],
            minutes: 3
          }
        ]
      : []),
    ...(has('carbon')
      ? [
          {
            text: 'Work in the carbon or flour.',
            roles: ['carbon' as const],
            minutes: 2,
            caution: 'dust' as const
          }
        ]
      : []),
    {
      text: watered
        ? 'Mull, then add the smaller splashes; squeeze before each of the last two.'
        : 'Mull: the damp that is in it already is all the water that it gets.',
      roles: watered ? ['water'] : [],
      minutes: mull
    },
    {
      text: 'Cover it and let the clay drink: 15 minutes at least, overnight is best.',
      roles: [],
      minutes: 15
    },
    { text: 'Riddle through 6 mm, and squeeze once more.', roles: [], minutes: 3 }
  ];
}

/** Minutes of mulling among the steps (mixing dry and resting left out). */
export function mullingMinutes(steps: readonly MixingStep[]): number {
  return steps.filter((step) => /^Mull/.test(step.text)).reduce((sum, step) => sum + step.minutes, 0);
}
