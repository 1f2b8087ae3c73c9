<script lang="ts">
  import { goto } from '$app/navigation';
  import PatternForm from '$lib/ui/pattern/PatternForm.svelte';
  import { told } from '$lib/ui/toast/toaster';

  const { data } = $props();

  async function kept(id: number) {
    told(`${data.pattern.name} is kept.`);
    await goto(`/patterns/${id}`, { invalidateAll: true });
  }
</script>

<svelte:head><title>{data.pattern.name} · Brunkel</title></svelte:head>

<div class="stack max-w-3xl">
  <header>
    <h1>{data.pattern.name}</h1>
    <p class="soft small"><a href="/patterns/{data.pattern.id}">Back to it</a></p>
  </header>
  {#key data.pattern.id}<PatternForm existing={data.pattern} ondone={kept} />{/key}
</div>
