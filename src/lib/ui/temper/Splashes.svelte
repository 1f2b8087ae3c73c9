<script lang="ts">
  import { massFigure } from '$core/quantity/display';
  import SplashBox from './SplashBox.svelte';
  import Figure from '$lib/ui/figure/Figure.svelte';
  import { units } from '$lib/ui/preferences';

  interface Props {
    splashes_kg: readonly number[];
    /** How many, from the first, go in without asking. */
    sure: number;
    /** Which have gone in. */
    ticked: boolean[];
    onchange?: () => void;
  }
  let { splashes_kg, sure, ticked = $bindable(), onchange }: Props = $props();

  const ORDINALS = ['first splash', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];
  function nameOf(i: number): string {
    if (i >= sure) return i === sure ? 'squeeze first; only if short' : 'only if still short';
    if (splashes_kg.length === 1) return 'all at once';
    return ORDINALS[i] ?? `splash ${i + 1}`;
  }
</script>

<!-- On the phone two stand side by side, by their numbers: all of a dose is in sight at once. -->
<ul class="ruled grid grid-cols-2 gap-x-4 desk:block">
  {#each splashes_kg as kg, i (i)}
    <li class={i >= sure || splashes_kg.length === 1 ? 'col-span-2' : ''}>
      <label class="grid min-h-13 cursor-pointer grid-cols-[1fr_auto_3rem] items-center gap-2 desk:gap-3">
        <span class="leading-tight {i >= sure ? 'soft small' : ''}">
          {#if i < sure && splashes_kg.length > 1}<span class="desk:hidden">{i + 1}.</span><span
              class="hidden desk:inline">{nameOf(i)}</span
            >{:else}{nameOf(i)}{/if}
        </span>
        <span class="text-xl text-(--water)"><Figure figure={massFigure(kg, units())} /></span>
        <span class="relative justify-self-end"
          ><SplashBox bind:checked={ticked[i]} provisional={i >= sure} {onchange} /></span
        >
      </label>
    </li>
  {/each}
</ul>
