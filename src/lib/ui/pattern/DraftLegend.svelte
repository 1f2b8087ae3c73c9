<script lang="ts">
  /** Surface by draft: the shades of the picture with their areas, as a bar and in words. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { DRAFT_CLASSES, type DraftClass } from '$core/pattern/draw/draft';
  import { units } from '$lib/ui/preferences';
  import { DRAFT_LOOK } from './draft-shades';
  import { surfaceText } from './finding-words';

  const { area_m2 }: { area_m2: Record<DraftClass, number> } = $props();
  const total = $derived(Object.values(area_m2).reduce((sum, each) => sum + each, 0) || 1);
  const shown = $derived(DRAFT_CLASSES.filter((name) => area_m2[name] > 0.001 * total));
  const shade = (name: DraftClass) => `rgb(${DRAFT_LOOK[name].shade.join(' ')})`;
</script>

<div class="flex h-3 overflow-hidden rounded-base border border-(--rule)" aria-hidden="true">
  {#each shown as name (name)}
    <span style:background={shade(name)} style:width="{(100 * area_m2[name]) / total}%"></span>
  {/each}
</div>
<ul class="small flex flex-wrap gap-x-4 gap-y-1">
  {#each shown as name (name)}
    <li class="flex items-center gap-1.5">
      <span class="size-3 rounded-sm border border-(--edge)" style:background={shade(name)} aria-hidden="true"
      ></span>
      {DRAFT_LOOK[name].name}
      <Explained of="word-draft">{surfaceText(area_m2[name], units())}</Explained>
    </li>
  {/each}
</ul>
