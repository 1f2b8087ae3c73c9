<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { warned } from '$lib/ui/frame/toaster';
  import { wroteJustNow } from '$lib/ui/ledger/log-entry';

  const { data, children } = $props();

  const id = $derived(data.heap.id);

  // Somebody at another device, or in another tab, may change this heap while it is looked at.
  $effect(() => {
    const source = new EventSource(`/api/v1/heaps/${id}/changes`);
    source.addEventListener('changed', async (event) => {
      const { version } = JSON.parse((event as MessageEvent<string>).data) as { version: number };
      if (version === data.heap.version) return;
      const own = wroteJustNow();
      await invalidateAll();
      if (!own) warned(`${data.heap.name} was changed elsewhere: the figures here are new.`);
    });
    return () => source.close();
  });
</script>

{@render children()}
