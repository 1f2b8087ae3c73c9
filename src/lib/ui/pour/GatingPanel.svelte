<script lang="ts">
  /** The way in of a mold, part by part, each with its reason and what it is made with at home; what is wrong said above. */
  import Fig from '$lib/ui/figure/Fig.svelte';
  import Explained from '$lib/ui/figure/Explained.svelte';
  import type { Explanation } from '$lib/ui/figure/page-of';
  import type { GatingPlan } from '$core/metal/gating-plan';
  import type { FigureName } from '$core/quantity/figure-id';
  import { figureText, fixed, lengthFigure, massText } from '$core/quantity/display';
  import { smallAreaText } from '$core/quantity/small-area';
  import { HOUSEHOLD, notNarrower } from '$core/reference/household';
  import type { AlloyFigures } from '$core/reference/alloys';
  import { units } from '$lib/ui/preferences';
  import { warningSays } from './pour-words';

  interface Props {
    plan: GatingPlan;
    alloy: AlloyFigures;
    school: 'carved' | 'formed';
    castings_kg: number;
    mold_id: number;
  }
  const { plan, alloy, school, castings_kg, mold_id }: Props = $props();
  const length = (m: number) => figureText(lengthFigure(m, units()));
  const s = (seconds: number) => `${fixed(seconds, 1)} s`;
  const RISER_PLACE = {
    'on-top': 'on the thick part',
    beside: 'beside the thick part, on the parting, where the cope has room',
    blind:
      'beside the thick part, under sand; push a vent down to its top, or no air presses on it and it gives nothing'
  } as const;
  const runner_times = $derived((plan.runner.width_m * plan.runner.height_m) / plan.choke_m2);
  const sizes = $derived(HOUSEHOLD[units()]);
  const pin = (m: number) => notNarrower(sizes.pin, m)?.name ?? 'wider than any pipe at home';
  const rows: {
    part: string;
    of: Explanation;
    is: string;
    why: string;
    home?: string | undefined;
    figure?: { name: FigureName; id: number; value: number };
  }[] = $derived([
    {
      part: 'Pour time',
      of: 'formula-choke',
      is: s(plan.pour_s),
      figure: { name: 'mold.pour-s', id: mold_id, value: plan.pour_s },
      why: `calm from ${s(plan.window_s.least)} on${plan.window_s.most === null ? '; how long it runs is not known without its thinnest wall' : `; ${alloy.name} runs in its thinnest wall for ${s(plan.window_s.most)}`}`
    },
    {
      part: 'Sprue, at its foot',
      of: 'formula-choke',
      is: length(plan.sprue.bottom_m),
      why: `the choke: ${smallAreaText(plan.choke_m2, units())} under a head of ${length(plan.head_m)} lets it fill in that time`,
      home: pin(plan.sprue.bottom_m)
    },
    {
      part: 'Sprue, at its mouth',
      of: 'formula-sprue-taper',
      is: length(plan.sprue.top_m),
      why: 'falling metal draws itself thin: so wide it stays full all the way down',
      home: pin(plan.sprue.top_m)
    },
    {
      part: 'Basin',
      of: 'word-gating',
      is: `${length(plan.basin.length_m)} × ${length(plan.basin.width_m)}, ${length(plan.basin.depth_m)} deep`,
      why: `a dam of half its depth before the sprue holds the first splash and the dross back`
    },
    {
      part: 'Well under the sprue',
      of: 'word-gating',
      is: `${length(plan.well.diameter_m)} wide, ${length(plan.well.depth_m)} deep`,
      why: 'the fall is caught before it turns into the runner'
    },
    {
      part: 'Runner',
      of: 'word-gating',
      is: `${length(plan.runner.width_m)} × ${length(plan.runner.height_m)}`,
      why: `${runner_times < 1.9 || runner_times > 2.1 ? `${fixed(runner_times, 1)} times the choke; twice slows the metal` : 'twice the choke, so that metal slows'}; it goes on ${length(plan.runner.trap_m)} past the last gate, a trap for what came first`
    },
    {
      part: plan.ingates.count === 1 ? 'Gate' : `${plan.ingates.count} gates`,
      of: 'formula-ingate',
      is: `${length(plan.ingates.width_m)} × ${length(plan.ingates.height_m)}${plan.ingates.count > 1 ? ' each' : ''}`,
      why: `${fixed(plan.ingates.speed_m_s, 2)} m/s through them, at most 0.5; into the thick side, above the floor of the runner`
    },
    {
      part: 'Vents',
      of: 'word-vent',
      is: `${plan.vents.count}`,
      why: `at the high points, away from the gate, to a finger above the pattern`,
      home: notNarrower(sizes.drill, plan.vents.diameter_m)?.name
    },
    plan.riser
      ? {
          part: plan.riser.count > 1 ? `${plan.riser.count} risers` : 'Riser',
          of: 'formula-modulus',
          is: `${length(plan.riser.diameter_m)}, ${length(plan.riser.height_m)} high`,
          why: `${RISER_PLACE[plan.riser.stands]}: 1.2 times the modulus of what it feeds; it gives ${fixed(plan.riser.gives_m3 * 1e6, 0)} cm³ of the ${fixed(plan.riser.asks_m3 * 1e6, 0)} cm³ that are asked`,
          home: pin(plan.riser.diameter_m)
        }
      : {
          part: 'Riser',
          of: 'formula-modulus',
          is: 'none',
          why: plan.warnings.some(({ is }) => is === 'no-riser')
            ? 'as you make it'
            : 'so thin a casting feeds itself through its gates'
        },
    {
      part: 'Filter, where one is used',
      of: 'formula-choke',
      is: smallAreaText(plan.filter_m2, units()),
      why: 'four times the choke, so that it does not hold the metal up'
    }
  ]);
</script>

{#each plan.warnings as warning (warning.is)}
  <p class="wrong border-l-4 border-(--heat) pl-3" role="alert">{warningSays(warning, units())}</p>
{/each}
<dl class="ruled">
  {#each rows as { part, of, is, why, home, figure } (part)}
    <div class="grid gap-x-4 gap-y-0.5 py-2 desk:grid-cols-[9rem_11rem_1fr]">
      <dt class="font-semibold">{part}</dt>
      <dd class="font-(family-name:--mono)">
        <Explained {of} {figure} class="whitespace-normal">{is}</Explained>{#if home}<span
            class="soft block text-sm font-normal whitespace-normal">{home}</span
          >{/if}
      </dd>
      <dd class="soft small">{why}</dd>
    </div>
  {/each}
</dl>
<p class="small">
  {school === 'carved'
    ? 'Carved: cut runner and gates into the parting with a spoon once the pattern is drawn; smooth every edge, blow out what is loose.'
    : 'Formed: ram runner and gates over pieces of wood laid on the board; their edges are sharp and they draw with the pattern.'}
  The way in takes <Fig name="mold.gating-kg" id={mold_id} value={plan.gating_kg}
    >{massText(plan.gating_kg, units())}</Fig
  >
  of metal beside <Fig name="mold.castings-kg" id={mold_id} value={castings_kg}
    >{massText(castings_kg, units())}</Fig
  > of castings.
</p>
