<script lang="ts">
  /** What comes after the page itself: notes of what was done, waits that run, and how old a page is that this device had kept. */
  import { onMount } from 'svelte';
  import { entrySchemas } from '$lib/ui/entry/entry-schema';
  import Rings from '$lib/ui/timer/Rings.svelte';
  import Toasts from '$lib/ui/toast/Toasts.svelte';
  import KeptBar from './KeptBar.svelte';

  // Bare: nobody is in yet.
  const { bare }: { bare: boolean } = $props();
  // At hand by the time that a form is sent, also where the server is out of reach by then.
  onMount(() => void entrySchemas().catch(() => undefined));
</script>

<Toasts />
{#if !bare}<KeptBar /><Rings />{/if}
