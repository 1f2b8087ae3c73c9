<script lang="ts">
  /** The guide to what can be wrong with a casting: each with its look, chosen by tapping it. */
  import { DEFECTS, DEFECT_NAMES, type DefectName } from '$core/reference/defects';
  import DefectDrawing from './DefectDrawing.svelte';

  interface Props {
    chosen: readonly DefectName[];
    ontoggle: (name: DefectName) => void;
  }
  const { chosen, ontoggle }: Props = $props();
</script>

<ul
  class="grid grid-cols-[repeat(auto-fill,minmax(min(100%,9.5rem),1fr))] desk:grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-2"
  aria-label="What is wrong with it"
>
  {#each DEFECT_NAMES as name (name)}
    <li>
      <button
        type="button"
        class="grid h-full min-h-12 w-full cursor-pointer content-start items-center gap-x-3 rounded-base desk:grid-cols-[auto_1fr] border bg-(--paper) px-3 py-1 text-left {chosen.includes(
          name
        )
          ? 'border-(--ink) inset-ring-2 inset-ring-(--ink)'
          : 'border-(--edge)'}"
        aria-pressed={chosen.includes(name)}
        onclick={() => ontoggle(name)}
      >
        <DefectDrawing {name} />
        <span
          ><strong class="block">{DEFECTS[name].name}</strong><span class="soft small"
            >{DEFECTS[name].look}</span
          ></span
        >
      </button>
    </li>
  {/each}
</ul>
