<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { goto } from '$app/navigation';
  import { api } from '$lib/ui/api-client';
  import { told } from '$lib/ui/toast/toaster';
  import { lotTests } from '$core/bench/lot-tests';
  import { fixed, massText } from '$core/quantity/display';
  import Fig from '$lib/ui/figure/Fig.svelte';
  import { units } from '$lib/ui/preferences';
  import TestRecords from '$lib/ui/bench/TestRecords.svelte';
  import LotForm from '$lib/ui/stock/LotForm.svelte';

  const { data } = $props();

  async function kept() {
    await goto('/stock', { invalidateAll: true });
  }

  async function remove() {
    const { id, name } = data.lot;
    await api('DELETE', `/lots/${id}`);
    told(`${name} is off the list.`, async () => {
      await api('POST', `/lots/${id}/restore`);
      await readAnew();
    });
    await goto('/stock', { invalidateAll: true });
  }
</script>

<svelte:head><title>{data.lot.name} · Brunkel</title></svelte:head>

<div class="columns">
  <div class="stack">
    <header>
      <h1>{data.lot.name}</h1>
      <p>
        <Fig name="lot.on-hand-kg" id={data.lot.id} value={data.lot.on_hand_kg}
          ><strong>{massText(data.lot.on_hand_kg, units())}</strong></Fig
        >
        left of <Fig name="lot.bought-kg" id={data.lot.id} value={data.lot.bought_kg}
          >{massText(data.lot.bought_kg, units())}</Fig
        >, taken as <Fig name="lot.moisture-percent" id={data.lot.id} value={data.lot.moisture_percent.value}
          >{fixed(data.lot.moisture_percent.value, 1)} %</Fig
        > water{#if data.lot.role === 'binder'}, <Fig
            name="lot.active-percent"
            id={data.lot.id}
            value={data.lot.active_percent.value}>{fixed(data.lot.active_percent.value, 0)} %</Fig
          > active{/if}.
      </p>
      <p class="soft small"><a href="/stock">Back to the stock</a></p>
    </header>
    {#if data.lot.yield_percent}
      {@const share = data.lot.yield_percent.value / 100}
      <p>
        Of what was ground {fixed(data.lot.yield_percent.value, 0)} % came through the sieve: for
        {massText(10, units())} of clay, dig and dry about {massText(10 / share, units())}.
      </p>
    {/if}
    {#key data.lot.id}
      <LotForm existing={data.lot} currency={data.lot.currency} ondone={kept} />
    {/key}
    <p><button class="quiet" type="button" onclick={remove}>Take it off the list</button></p>
  </div>
  {#if lotTests(data.lot.kind).length > 0}
    <section class="stack">
      <h2>Its tests</h2>
      {#if data.tests.length === 0}
        <p class="soft">
          Not tested yet: it goes by the handbook, or by what you stated. {data.lot.kind === 'home-clay'
            ? 'How much of it binds is anybody’s guess until a settling jar or trial cylinders tell.'
            : 'A moisture test of a damp bag is worth the most.'}
        </p>
      {:else}
        <TestRecords collection="/lots/{data.lot.id}/tests" rows={data.tests} />
      {/if}
      <p><a class="quiet" href="/stock/{data.lot.id}/test">Test this lot</a></p>
    </section>
  {/if}
</div>
