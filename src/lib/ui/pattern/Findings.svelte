<script lang="ts">
  /** What was found in a body, in the words of the bench: each with what can be done about it and what that costs. */
  import { Check, TriangleAlert } from '@lucide/svelte';
  import type { Finding } from '$core/pattern/draw/findings';
  import { REMEDIES } from '$core/reference/pattern';
  import { units } from '$lib/ui/preferences';
  import { findingWords } from './finding-words';

  const { findings }: { findings: readonly Finding[] } = $props();
</script>

<ul class="ruled">
  {#each findings as finding (finding.is)}
    {@const { title, text, bad } = findingWords(finding, units())}
    <li class="grid gap-1 py-3">
      <p class="flex items-baseline gap-2">
        {#if finding.is === 'draws'}
          <Check size={18} class="shrink-0 self-center text-(--good)" aria-hidden="true" />
        {:else}
          <TriangleAlert
            size={18}
            class="shrink-0 self-center {bad ? 'text-(--heat)' : 'text-(--soft)'}"
            aria-hidden="true"
          />
        {/if}
        <strong class={finding.is === 'draws' ? 'text-(--good)' : bad ? 'text-(--heat)' : ''}>{title}</strong>
      </p>
      <p>{text}</p>
      {#if finding.remedies.length > 0}
        <ul class="small grid gap-0.5">
          {#each finding.remedies as remedy (remedy)}
            <li><strong>{REMEDIES[remedy].name}:</strong> {REMEDIES[remedy].costs}.</li>
          {/each}
        </ul>
      {/if}
    </li>
  {/each}
</ul>
