<script lang="ts">
  import { VERDICT_WORDS } from '$core/judge/temper-verdict';
  import Lifeless from './Lifeless.svelte';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Dose from './Dose.svelte';
  import OilDose from './OilDose.svelte';
  import Ticket from '$lib/ui/page/Ticket.svelte';
  import TooWet from './TooWet.svelte';
  import type { HeapFields, HeapState } from '$lib/schema/heap-state';

  const { heap, state: now }: { heap: HeapFields; state: HeapState } = $props();
  const need = $derived(now.prescription.need);
</script>

{#key `${heap.id}:${heap.version}`}
  {#if need === 'sand'}
    <Ticket title="Nothing in it yet">
      <p>Mix a batch from what you have, or log sand that you bought ready mixed.</p>
      <a class="act" href="/heaps/{heap.id}/mix">Mix the first batch</a>
    </Ticket>
  {:else if need === 'nothing'}
    <Ticket title="{heap.name}: {VERDICT_WORDS[now.verdict].toLowerCase()}">
      <p class="ready" class:unsure={now.verdict !== 'in-temper'}>
        {now.verdict === 'in-temper' ? 'Ready to ram' : 'Likely ready to ram'}
      </p>
      <p class="small">{now.prescription.reason}</p>
      {#if heap.system === 'oil'}<Caution name="oil" />{/if}
      {#if now.latest_squeeze?.grade !== 3}
        {#if now.latest_squeeze?.grade === 4}
          <p class="small">The hand found it soft: cut it over in the air, and squeeze it again.</p>
        {/if}
        <a class="quiet" href="/heaps/{heap.id}/test/squeeze"
          >{now.latest_squeeze ? 'Squeeze it again' : 'Squeeze it before you ram'}</a
        >
      {/if}
    </Ticket>
  {:else if need === 'fines-or-clay'}
    <Lifeless {heap} state={now} />
  {:else if need === 'oil'}
    <OilDose {heap} state={now} />
  {:else if need === 'sort-out' || need === 'dry-sand'}
    <Ticket title="{heap.name}: {VERDICT_WORDS[now.verdict].toLowerCase()}">
      <p>{now.prescription.reason}</p>
      <Caution name="oil" />
      <p class="row">
        <a class="act" href="/heaps/{heap.id}/test/squeeze">Squeeze it again</a>
        {#if need === 'sort-out'}<a class="quiet" href="/recondition">Sort the black sand out</a>{/if}
      </p>
    </Ticket>
  {:else if need === 'dry-mix-or-drying' || need === 'drying'}
    <TooWet {heap} state={now} />
  {:else}
    <Dose {heap} state={now} />
  {/if}
{/key}

<style>
  .ready {
    font-family: var(--display);
    font-size: 2rem;
    font-weight: 700;
    color: var(--good);
    line-height: 1.1;
  }
  .unsure {
    color: var(--soft);
  }
</style>
