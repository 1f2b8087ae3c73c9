<script lang="ts">
  /** Says when a new version of Brunkel is here; taken over when somebody wants it, with what is typed kept as a draft. */
  import { onMount } from 'svelte';

  let fresh = $state(false);
  onMount(() => {
    const workers = navigator.serviceWorker;
    // Without a secure page there is none.
    if (!workers) return;
    let known = workers.controller;
    const changed = () => {
      // The first one to come is no new version.
      if (known) fresh = true;
      known = workers.controller;
    };
    workers.addEventListener('controllerchange', changed);
    // What is kept of the pages is looked at again now and then.
    void workers.ready.then(({ active }) => active?.postMessage('keep'));
    return () => workers.removeEventListener('controllerchange', changed);
  });
</script>

{#if fresh}
  <p
    class="mb-4 flex flex-wrap items-center justify-between gap-3 border border-(--ink) px-4 py-2"
    role="status"
  >
    <span>A new version of Brunkel is here. What you typed stays.</span>
    <button type="button" class="quiet" onclick={() => location.reload()}>Take it over</button>
  </p>
{/if}
