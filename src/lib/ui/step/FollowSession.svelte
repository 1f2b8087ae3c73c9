<script lang="ts">
  /** Reads the page anew when somebody writes at another device. */
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { navigating } from '$app/state';

  const { id }: { id: number } = $props();
  onMount(() => {
    let known: string | null = null;
    const source = new EventSource(`/api/v1/sessions/${id}/stream`);
    source.addEventListener('changed', (event) => {
      const now = (event as MessageEvent<string>).data;
      // The first says where it stands; after a lost line it may have moved meanwhile.
      // Who is on their way to another page reads that anew; reading this one would call them back.
      if (known !== null && known !== now && !navigating.to) void invalidateAll();
      known = now;
    });
    return () => source.close();
  });
</script>
