<script lang="ts">
  /** What a mold weighs and takes, figure by figure, and what holds it together. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import type { FlaskJudgement } from '$core/mold/judge-flask';
  import { massText } from '$core/quantity/display';
  import { handMeasure } from '$core/quantity/hand-measure';
  import { LOOSE_SAND_KG_L, SAND_ALLOWANCE } from '$core/reference/mold';
  import { units } from '$lib/ui/preferences';

  interface Props {
    judged: FlaskJudgement;
    /** Facing comes from a heap of its own. */
    facing: boolean;
    weighed: boolean;
    /** Which mold; left out while it is only planned. */
    mold_id?: number | undefined;
  }
  const { judged, facing, weighed, mold_id }: Props = $props();
  const mass = (kg: number) => massText(kg, units());
  const LIFTED = [
    ['drag', 'drag to lift'],
    ['cope', 'cope to lift'],
    ['closed', 'closed'],
    ['poured', 'closed, poured']
  ] as const;
  const faced = $derived(judged.facing ? judged.facing.cope_kg + judged.facing.drag_kg : 0);
  const figures = $derived(
    judged.demand
      ? [
          ...(facing
            ? [
                { name: 'facing sand', kg: faced, carry: 'one', is: null },
                { name: 'backing sand', kg: judged.demand.sand_kg - faced, carry: 'one', is: null }
              ]
            : [
                { name: 'rammed sand', kg: judged.demand.sand_kg, carry: 'one', is: 'mold.sand-kg' as const }
              ]),
          {
            name: `with ${100 * SAND_ALLOWANCE} % to spare`,
            kg: judged.demand.with_allowance_kg,
            carry: 'one',
            is: 'mold.sand-with-allowance-kg' as const
          },
          { name: 'metal to pour', kg: judged.metal_kg, carry: 'one', is: 'mold.metal-kg' as const },
          ...LIFTED.map(([what, name]) => {
            const { kg, carry } = judged.lifts.find((lift) => lift.what === what)!;
            return { name, kg, carry, is: `mold.${what}-kg` as const };
          })
        ]
      : []
  );
</script>

<dl
  class="grid grid-cols-[repeat(auto-fit,minmax(7.5rem,1fr))] gap-x-4 gap-y-3 border-t border-(--rule) pt-3"
>
  {#each figures as { name, kg, carry, is } (name)}
    <div>
      <dt class="soft small">{name}</dt>
      <dd>
        <Explained
          of="formula-sand-demand"
          figure={mold_id !== undefined && is ? { name: is, id: mold_id, value: kg } : undefined}
          class="text-lg {carry === 'two-people' ? 'text-(--heat)' : ''}">{mass(kg)}</Explained
        >
      </dd>
    </div>
  {/each}
</dl>
{#if judged.demand}
  <p class="soft small">
    Riddled loose, {handMeasure(judged.demand.with_allowance_kg, LOOSE_SAND_KG_L, false)}.{weighed
      ? ''
      : ' Lifts are without the empty flask, which was not weighed.'}
  </p>
{/if}
