<script lang="ts">
  import FlaskFit from '$lib/ui/flask/FlaskFit.svelte';
  import FlaskSizes from '$lib/ui/flask/FlaskSizes.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Flasks · Brunkel</title></svelte:head>

<div class="columns">
  <div class="stack">
    <header>
      <h1>Flasks</h1>
      <p class="soft">What is to be cast, and which of your flasks takes it.</p>
    </header>
    <FlaskFit flasks={data.flasks} heaps={data.sands} given={data.given} />
  </div>
  <section class="stack">
    <h2>On the rack</h2>
    {#if data.flasks.length === 0}
      <p class="soft">
        No flask yet. Measure yours inside; without one the least flask is told all the same.
      </p>
    {:else}
      <ul class="ruled">
        {#each data.flasks as flask (flask.id)}
          <li>
            <a class="flex min-h-12 flex-col justify-center py-2 no-underline" href="/flasks/{flask.id}">
              <strong class="wrap-anywhere">{flask.name}</strong>
              <span class="soft small"><FlaskSizes {flask} /></span>
            </a>
          </li>
        {/each}
      </ul>
    {/if}
    <p><a class="quiet" href="/flasks/new">A flask for the rack</a></p>
  </section>
</div>
