<script lang="ts">
  /** The sand of a mold before it is rammed: what each heap is like, and what to see to first. */
  import { sandRemarks, type SandToRam } from '$core/mold/sand-to-ram';
  import { VERDICT_WORDS } from '$core/judge/temper-verdict';
  import { massText } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import { sandRemarkWords } from './sand-words';

  interface Props {
    sands: readonly (SandToRam & { heap_id: number; name: string })[];
  }
  const { sands }: Props = $props();
  const mass = (kg: number) => massText(kg, units());
</script>

<section class="grid gap-2" aria-label="The sand for it">
  {#each sands as sand (sand.heap_id)}
    {@const remarks = sandRemarks(sand)}
    <div class="grid gap-1">
      <p>
        <a href="/heaps/{sand.heap_id}">{sand.name}</a>:
        <strong
          class={remarks.some(({ stops }) => stops)
            ? 'text-(--heat)'
            : remarks.length === 0
              ? 'text-(--good)'
              : ''}>{VERDICT_WORDS[sand.verdict]}</strong
        >
      </p>
      {#each remarks as remark (remark.is)}
        {@const { title, first, href } = sandRemarkWords(remark, sand.heap_id, mass)}
        <p class={remark.stops ? 'wrong' : ''}>
          <strong>{title}</strong>
          {first} <a class="whitespace-nowrap" {href}>{remark.is === 'short' ? 'Make it up' : 'See to it'}</a>
        </p>
      {/each}
    </div>
  {/each}
</section>
