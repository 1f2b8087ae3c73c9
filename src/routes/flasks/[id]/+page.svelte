<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { goto } from '$app/navigation';
  import { api } from '$lib/ui/api-client';
  import FlaskForm from '$lib/ui/flask/FlaskForm.svelte';
  import FlaskSizes from '$lib/ui/flask/FlaskSizes.svelte';
  import { told } from '$lib/ui/toast/toaster';

  const { data } = $props();

  async function kept() {
    told(`${data.flask.name} is kept.`);
    await goto('/flasks', { invalidateAll: true });
  }

  async function remove() {
    const { id, name } = data.flask;
    await api('DELETE', `/flasks/${id}`);
    told(`${name} is off the rack.`, async () => {
      await api('POST', `/flasks/${id}/restore`);
      await readAnew();
    });
    await goto('/flasks', { invalidateAll: true });
  }
</script>

<svelte:head><title>{data.flask.name} · Brunkel</title></svelte:head>

<div class="stack max-w-2xl">
  <header>
    <h1>{data.flask.name}</h1>
    <p><FlaskSizes flask={data.flask} /></p>
    <p class="soft small"><a href="/flasks">Back to the flasks</a></p>
  </header>
  {#key data.flask.id}<FlaskForm existing={data.flask} ondone={kept} />{/key}
  <p><button class="quiet" type="button" onclick={remove}>Take it off the rack</button></p>
</div>
