<script lang="ts">
  /** Edges break out when one cuts a gate: three questions tell why. */
  import { brokenEdges } from '$core/judge/broken-edges';
  import Choice from '$lib/ui/field/Choice.svelte';

  type Answer = 'yes' | 'no' | null;
  let runs = $state<Answer>(null);
  let mark = $state<Answer>(null);
  let temper = $state<Answer>(null);
  const answer = $derived(
    runs && mark && temper
      ? brokenEdges({ runs: runs === 'yes', no_mark: mark === 'no', at_temper: temper === 'yes' })
      : null
  );
</script>

<div class="stack max-w-2xl">
  <Choice
    legend="Roll a pinch of what broke out between the fingers"
    options={[
      { value: 'yes', name: 'It runs apart' },
      { value: 'no', name: 'It stays a lump' }
    ]}
    bind:value={runs}
  />
  <Choice
    legend="Press the thumb on the flat face beside it"
    options={[
      { value: 'yes', name: 'It leaves a mark' },
      { value: 'no', name: 'No mark at all' }
    ]}
    bind:value={mark}
  />
  <Choice
    legend="Squeeze a handful of the same sand and break it"
    options={[
      { value: 'yes', name: 'It breaks clean and crisp' },
      { value: 'no', name: 'Ragged, or it crumbles' }
    ]}
    bind:value={temper}
  />
  <div aria-live="polite">
    {#if answer}
      <p class="font-(family-name:--display) text-xl font-bold">{answer.name}</p>
      <p>{answer.why}</p>
      <p><strong>Now:</strong> {answer.now}</p>
      <p><strong>Next mold:</strong> {answer.next}</p>
    {:else}
      <p class="soft small">The likeliest cause stands here once the three are answered.</p>
    {/if}
  </div>
</div>
