<script lang="ts">
  import type { PageProps } from './$types';
  import { goto } from '$app/navigation';
  import { told } from '$lib/ui/toast/toaster';
  import LotForm from '$lib/ui/stock/LotForm.svelte';

  const { data, form }: PageProps = $props();

  async function kept() {
    told('It is in stock.');
    await goto('/stock', { invalidateAll: true });
  }
</script>

<svelte:head><title>Into stock · Brunkel</title></svelte:head>

<div class="stack">
  <h1>A bag for the stock</h1>
  {#if form && 'message' in form}<p class="wrong" role="alert">{form.message}</p>{/if}
  <LotForm currency={data.currency} ondone={kept} />
</div>
