<script lang="ts">
  /** The stream of what happened, a day under another; each line leads to the record of it. */
  import { Box, Flame, Hammer } from '@lucide/svelte';
  import { DEFECTS, type DefectName } from '$core/reference/defects';
  import { massText } from '$core/quantity/display';
  import { dayOf } from '$lib/ui/date/reader-day';
  import { shortDate } from '$lib/ui/date/written-date';
  import { byWhom } from '$lib/ui/entry/by-whom';
  import { entryWords } from '$lib/ui/entry/entry-words';
  import { units } from '$lib/ui/preferences';
  import { recordOf, type JournalItem } from './journal-item';

  const { items, names }: { items: readonly JournalItem[]; names: Record<number, string> } = $props();
</script>

<ul class="ruled">
  {#each items as item, i (`${item.kind} ${recordOf(item).id}`)}
    {@const first = i === 0 || dayOf(items[i - 1]!.at) !== dayOf(item.at)}
    <li class="grid grid-cols-[4.2rem_minmax(0,1fr)] items-baseline gap-x-3">
      <time class="soft small" datetime={item.at}
        >{first ? shortDate(item.at) : ''}<span class="sr-only">{first ? '' : shortDate(item.at)}</span></time
      >
      {#if item.kind === 'session'}
        {@const { session } = item}
        <a
          class="grid min-h-12 items-baseline gap-x-4 py-2 no-underline desk:grid-cols-[minmax(0,1fr)_auto]"
          href="/sessions/{session.id}"
        >
          <span class="min-w-0 wrap-anywhere">
            <Hammer size={16} class="inline" aria-hidden="true" />
            <strong>{session.name ?? 'A casting day'}</strong>
            {#if session.lessons}<span class="soft small block">{session.lessons}</span>{/if}
          </span>
          <span class="soft small"
            >{session.molds}
            {session.molds === 1 ? 'mold' : 'molds'}{session.castings > 0
              ? `, ${session.castings} ${session.castings === 1 ? 'casting' : 'castings'}, ${session.scrap} scrap`
              : ''}{session.stage === 'done' ? '' : ', not over yet'}</span
          >
        </a>
      {:else if item.kind === 'casting'}
        {@const { casting } = item}
        <a
          class="grid min-h-12 grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-4 py-2 no-underline"
          href="/sessions/{casting.session_id}"
        >
          <span class="min-w-0 wrap-anywhere">
            <Flame size={16} class="inline" aria-hidden="true" />
            {@render photo(casting.photo_hash)}
            {casting.pattern}: <strong>{casting.result}</strong>{casting.defects.length > 0
              ? `, ${casting.defects.map(({ defect }) => DEFECTS[defect as DefectName]?.name ?? defect).join(', ')}`
              : ''}
            {#if casting.note}<span class="soft small block">{casting.note}</span>{/if}
          </span>
          <span class="figure">{casting.kg === null ? '' : massText(casting.kg, units())}</span>
        </a>
      {:else if item.kind === 'pattern'}
        {@const { pattern } = item}
        <a class="block min-h-12 py-2 wrap-anywhere no-underline" href="/patterns/{pattern.id}">
          <Box size={16} class="inline" aria-hidden="true" />
          {@render photo(pattern.photo_hash)}
          <strong>{pattern.name}</strong> into the library{pattern.wear ? `; wear: ${pattern.wear}` : ''}
          {#if pattern.note}<span class="soft small block">{pattern.note}</span>{/if}
        </a>
      {:else}
        {@const { entry } = item}
        {@const words = entryWords(entry, units())}
        <a
          class="grid min-h-12 grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-4 py-2 no-underline"
          href="/heaps/{entry.heap_id}/entries/{entry.id}"
        >
          <span class="min-w-0 wrap-anywhere">
            <strong>{names[Number(entry.heap_id)] ?? ''}</strong>: {words.what}{#if byWhom(entry)}<span
                class="soft small block">{byWhom(entry)}</span
              >{/if}
          </span>
          <span class="figure">{words.amount}</span>
        </a>
      {/if}
    </li>
  {/each}
</ul>

{#snippet photo(hash: string | null)}
  {#if hash}<img
      class="float-right ml-3 size-16 rounded-base object-cover"
      src="/api/v1/files/{hash}"
      alt=""
      width="64"
      height="64"
      loading="lazy"
    />{/if}
{/snippet}
