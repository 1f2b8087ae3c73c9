<script lang="ts">
  /** Walls by their degrees of draft: how much of the surface leans how far. */
  import { units } from '$lib/ui/preferences';
  import { surfaceText } from './finding-words';

  const { degrees_m2 }: { degrees_m2: readonly number[] } = $props();
  const most = $derived(Math.max(...degrees_m2, 1e-12));
  const last = $derived(degrees_m2.length - 1);
  const name = (i: number) => (i === last ? `${i}° and more` : `${i} to ${i + 1}°`);
</script>

{#if degrees_m2.some((m2) => m2 > 0)}
  <figure class="grid gap-1">
    <figcaption class="small font-semibold">Walls by their draft</figcaption>
    <ol class="flex h-20 items-end gap-1">
      {#each degrees_m2 as m2, i (i)}
        <li class="grid h-full flex-1 grid-rows-[1fr_auto] items-end">
          <span
            class="block rounded-t-sm {i === 0 ? 'bg-(--clay)' : 'bg-(--good)'}"
            style:height="{(100 * m2) / most}%"
            style:min-height={m2 > 0 ? '2px' : '0'}
          ></span>
          <span class="soft border-t border-(--edge) text-center text-xs" aria-hidden="true"
            >{i}{i === last ? '+' : ''}</span
          >
          <span class="sr-only">{name(i)}: {surfaceText(m2, units())}</span>
        </li>
      {/each}
    </ol>
    <p class="soft text-xs" aria-hidden="true">degrees, up to {surfaceText(most, units())} each</p>
  </figure>
{/if}
