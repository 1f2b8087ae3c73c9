<script lang="ts">
  /** What comes after the page itself: notes of what was done, waits that run, and how old a page is that this device had kept. */
  import Rings from '$lib/ui/timer/Rings.svelte';
  import Toasts from '$lib/ui/toast/Toasts.svelte';
  import KeptBar from './KeptBar.svelte';

  // Bare: nobody is in yet.
  const { bare }: { bare: boolean } = $props();
</script>

<Toasts />
{#if !bare}<KeptBar /><Rings />{/if}
