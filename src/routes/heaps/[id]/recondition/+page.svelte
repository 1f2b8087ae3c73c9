<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { massText } from '$core/quantity/display';
  import type { NotedStep } from '$core/session/noted-step';
  import { amend } from '$lib/ui/api-client';
  import BeginSand from '$lib/ui/recondition/BeginSand.svelte';
  import LongView from '$lib/ui/recondition/LongView.svelte';
  import MakeFacing from '$lib/ui/recondition/MakeFacing.svelte';
  import SandSteps from '$lib/ui/recondition/SandSteps.svelte';
  import { units } from '$lib/ui/preferences';
  import EndDay from '$lib/ui/session/EndDay.svelte';
  import FollowSession from '$lib/ui/step/FollowSession.svelte';
  import VerdictWord from '$lib/ui/temper/VerdictWord.svelte';
  import { told } from '$lib/ui/toast/toaster';

  const { data } = $props();
  const heap = $derived(data.heap);
  // What is stored of a step was held against its schema.
  const noted = $derived((data.day?.steps ?? []) as unknown as NotedStep[]);

  /** Its sand is put right by itself, and not after a casting. */
  const alone = $derived(data.day?.molds.length === 0);

  async function anew() {
    const where = `/sessions/${data.day!.id}`;
    const plan = data.plan;
    const begun = await amend(where, data.day!, { sand: { heap_id: heap.id, plan: null } });
    told('The steps are set out anew.', async () => {
      await amend(where, begun, { sand: { heap_id: heap.id, plan } });
      await readAnew();
    });
    await readAnew();
  }
</script>

<svelte:head><title>Recondition {heap.name} · Brunkel</title></svelte:head>

<header class="mb-5 grid gap-2">
  <h1>Recondition {heap.name}</h1>
  <p class="soft small flex flex-wrap gap-x-4 gap-y-1">
    <span>{massText(data.state.total_kg, units())}</span>
    {#each data.heaps.filter(({ id }) => id !== heap.id) as other (other.id)}
      <a href="/heaps/{other.id}/recondition">{other.name}</a>
    {/each}
    <a href="/heaps/{heap.id}/renew">plan a renewal</a>
    {#if data.day}<a href="/sessions/{data.day.id}">the record of the day</a>{/if}
  </p>
  <p class="text-xl"><VerdictWord state={data.state} look oil={data.heap.system === 'oil'} /></p>
</header>
<div class="columns wide">
  <div class="stack">
    {#if data.state.total_kg <= 0 && !data.plan}
      <p>
        There is no sand in this heap{data.state.out_kg > 0
          ? `: ${massText(data.state.out_kg, units())} of it is out in molds`
          : ''}.
        {#if data.state.out_kg > 0}<a href="/shake-out">Shake out</a> first.{:else}<a
            href="/heaps/{heap.id}/mix">Mix some</a
          >.{/if}
      </p>
    {:else if data.plan && data.day}
      <FollowSession id={data.day.id} version={data.day.version} />
      {#key data.plan.begun_at}
        <SandSteps
          session_id={data.day.id}
          {heap}
          plan={data.plan}
          {noted}
          prescription={data.state.prescription}
          hit={data.state.verdict === 'in-temper' || data.state.verdict === 'probably-in-temper'}
        />
      {/key}
      <p class="row">
        <button type="button" class="quiet" onclick={anew}>Set the steps out anew</button>
        {#if data.day.stage !== 'done'}<EndDay
            day={data.day}
            label={alone ? 'The sand is ready' : 'The casting is over'}
            said={alone ? `${heap.name} is put right.` : 'The wheel is closed: this casting is over.'}
          />{/if}
      </p>
    {:else}
      {#key heap.id}
        <BeginSand session={data.day} {heap} needs={data.needs} facing={data.facing} warm={data.warm} />
      {/key}
    {/if}
    {#if heap.system === 'water' && data.state.total_kg > 0}
      {#key heap.id}
        <MakeFacing
          {heap}
          others={data.heaps.filter(({ id }) => id !== heap.id)}
          state={{
            total_kg: data.state.total_kg,
            moisture_percent: data.state.moisture_percent.value,
            active_clay_percent: data.state.active_clay_percent.value
          }}
        />
      {/key}
    {/if}
  </div>
  {#if data.state.total_kg > 0 && heap.system === 'water'}
    {#key heap.id}<LongView {heap} start={data.long_view} />{/key}
  {/if}
</div>
