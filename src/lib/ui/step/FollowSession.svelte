<script lang="ts">
  /** Reads the page anew when somebody writes at another device. */
  import { readAnew } from '$lib/ui/read-anew';
  import { onMount } from 'svelte';
  import { navigating } from '$app/state';

  const { id, version }: { id: number; version?: number } = $props();
  onMount(() => {
    let known: string | null = null;
    // Read with the page: something may have been written between that and the first word of the stream.
    const read = version;
    const source = new EventSource(`/api/v1/sessions/${id}/stream`);
    source.addEventListener('changed', (event) => {
      const now = (event as MessageEvent<string>).data;
      // The first says where it stands; after a lost line it may have moved meanwhile.
      // Who is on their way to another page reads that anew; reading this one would call them back.
      const moved =
        known === null
          ? read !== undefined && (JSON.parse(now) as { version: number }).version !== read
          : known !== now;
      if (moved && !navigating.to) void readAnew();
      known = now;
    });
    return () => source.close();
  });
</script>
