<script lang="ts">
  /** Castings side by side: their photos, and a drawing of what is wrong where there is none. */
  import { DEFECTS, type DefectName } from '$core/reference/defects';
  import { massText } from '$core/quantity/display';
  import { shortDate } from '$lib/ui/date/written-date';
  import { units } from '$lib/ui/preferences';
  import DefectDrawing from '$lib/ui/shake-out/DefectDrawing.svelte';
  import type { JournalItem } from './journal-item';

  const { items }: { items: readonly JournalItem[] } = $props();
  const castings = $derived(
    items.flatMap((item) => (item.kind === 'casting' ? [{ at: item.at, ...item.casting }] : []))
  );
  const known = (defect: string): defect is DefectName => Object.hasOwn(DEFECTS, defect);
</script>

<ul class="grid grid-cols-2 gap-3 desk:grid-cols-4">
  {#each castings as casting (casting.id)}
    {@const defect = casting.defects[0]?.defect}
    <li class="border border-(--rule) bg-(--paper)">
      <a class="grid h-full grid-rows-[9rem_auto] no-underline" href="/sessions/{casting.session_id}">
        {#if casting.photo_hash}
          <img
            class="h-36 w-full object-cover"
            src="/api/v1/files/{casting.photo_hash}"
            alt="{casting.pattern}, {casting.result}"
            loading="lazy"
          />
        {:else if defect && known(defect)}
          <span class="grid h-36 place-items-center p-2" aria-hidden="true"
            ><DefectDrawing name={defect} /></span
          >
        {:else}
          <span class="soft grid h-36 place-items-center p-2 text-sm">no photo</span>
        {/if}
        <span class="grid content-start gap-0.5 border-t border-(--rule) p-3">
          <strong class="wrap-anywhere">{casting.pattern}</strong>
          <span class={casting.result === 'scrap' ? 'font-semibold' : ''}
            >{casting.result}{defect && known(defect) ? `: ${DEFECTS[defect].name}` : ''}</span
          >
          <span class="soft small"
            >{shortDate(casting.at)}{casting.kg === null ? '' : ` · ${massText(casting.kg, units())}`}</span
          >
        </span>
      </a>
    </li>
  {/each}
</ul>
