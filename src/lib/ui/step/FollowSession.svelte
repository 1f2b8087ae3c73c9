<script lang="ts">
  /** Reads the page anew when somebody writes at another device. */
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';

  const { id }: { id: number } = $props();
  onMount(() => {
    let known: string | null = null;
    const source = new EventSource(`/api/v1/sessions/${id}/stream`);
    source.addEventListener('changed', (event) => {
      const now = (event as MessageEvent<string>).data;
      // The first says where it stands; after a lost line it may have moved meanwhile.
      if (known !== null && known !== now) void invalidateAll();
      known = now;
    });
    return () => source.close();
  });
</script>
