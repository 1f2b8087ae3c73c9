<script lang="ts">
  import '@fontsource-variable/atkinson-hyperlegible-mono';
  import '@fontsource-variable/atkinson-hyperlegible-next';
  import '@fontsource-variable/familjen-grotesk';
  import '$lib/ui/theme/app.css';
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import Rail from '$lib/ui/frame/Rail.svelte';
  import OutboxStrip from '$lib/ui/outbox/OutboxStrip.svelte';
  import Toasts from '$lib/ui/frame/Toasts.svelte';

  const { children } = $props();
  /** Who is not in yet sees no places. */
  const bare = $derived(page.url.pathname === '/sign-in');

  // Told to whoever drives the page: from here on what is typed is heard.
  onMount(() => {
    document.documentElement.dataset.ready = 'yes';
  });
</script>

<a class="skip" href="#content">To the page</a>
<div class="frame" class:bare>
  {#if !bare}<Rail />{/if}
  <main id="content" tabindex="-1">
    {#if !bare}<OutboxStrip />{/if}
    {@render children()}
  </main>
</div>
<Toasts />

<style>
  .skip {
    position: absolute;
    left: -99rem;
    top: 0;
    z-index: 10;
    padding: 0.75rem 1rem;
    background: var(--paper);
  }
  .skip:focus {
    left: 0;
  }
  main {
    min-width: 0;
    padding: 1.25rem 1rem 6.5rem;
  }
  main:focus {
    outline: none;
  }
  @media (min-width: 62rem) {
    .frame:not(.bare) {
      display: grid;
      grid-template-columns: 9.25rem minmax(0, 1fr);
    }
    main {
      padding: 1.5rem 1.6rem 3rem;
      max-width: 82rem;
    }
  }
</style>
