<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import { api } from '$lib/ui/api-client';
  import { told } from '$lib/ui/frame/toaster';
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
      await invalidateAll();
    });
    await goto('/stock', { invalidateAll: true });
  }
</script>

<svelte:head><title>{data.lot.name} · Brunkel</title></svelte:head>

<div class="stack">
  <header>
    <h1>{data.lot.name}</h1>
    <p class="soft small"><a href="/stock">Back to the stock</a></p>
  </header>
  <LotForm existing={data.lot} currency={data.lot.currency} ondone={kept} />
  <p><button class="quiet" type="button" onclick={remove}>Take it off the list</button></p>
</div>
