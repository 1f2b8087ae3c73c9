<script lang="ts">
  import { goto } from '$app/navigation';
  import PatternForm from '$lib/ui/pattern/PatternForm.svelte';
  import { told } from '$lib/ui/toast/toaster';

  const { data } = $props();

  async function kept(id: number) {
    told('It is in the library.');
    await goto(`/patterns/${id}`, { invalidateAll: true });
  }
</script>

<svelte:head><title>A pattern · Brunkel</title></svelte:head>

<div class="stack max-w-3xl">
  <header>
    <h1>A pattern for the library</h1>
    <p class="soft small"><a href="/patterns">Back to the patterns</a></p>
  </header>
  <PatternForm given={data.given} ondone={kept} />
</div>
