<script lang="ts">
  import { goto } from '$app/navigation';
  import FlaskForm from '$lib/ui/flask/FlaskForm.svelte';
  import { told } from '$lib/ui/toast/toaster';

  const { data } = $props();

  async function kept() {
    told('It is on the rack.');
    await goto('/flasks', { invalidateAll: true });
  }
</script>

<svelte:head><title>A flask · Brunkel</title></svelte:head>

<div class="stack max-w-2xl">
  <header>
    <h1>A flask for the rack</h1>
    <p class="soft small"><a href="/flasks">Back to the flasks</a></p>
  </header>
  <FlaskForm given={data.given} ondone={kept} />
</div>
