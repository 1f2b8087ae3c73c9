<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { page } from '$app/state';
  import { warned } from '$lib/ui/toast/toaster';
  import { wroteJustNow } from '$lib/ui/entry/log-entry';

  const { data, children } = $props();

  const id = $derived(data.heap.id);

  // Who amends an entry keeps what they typed: when it is sent they are told that it was changed in the meantime.
  const amending = $derived(page.url.pathname.includes('/entries/'));

  // Somebody at another device, or in another tab, may change this heap while it is looked at.
  $effect(() => {
    if (amending) return;
    const source = new EventSource(`/api/v1/heaps/${id}/changes`);
    source.addEventListener('changed', async (event) => {
      const { version } = JSON.parse((event as MessageEvent<string>).data) as { version: number };
      if (version === data.heap.version) return;
      const own = wroteJustNow();
      await readAnew();
      if (!own) warned(`${data.heap.name} was changed elsewhere: the figures here are new.`);
    });
    return () => source.close();
  });
</script>

{@render children()}
