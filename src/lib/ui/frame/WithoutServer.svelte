<script lang="ts">
  /** Whether this device can keep Brunkel for when the server is out of reach; where not, what is missing and how to get it. */
  import { onMount } from 'svelte';

  let here = $state<'not-known' | 'kept' | 'not-secure' | 'no-worker'>('not-known');
  let installed = $state(false);
  let offer = $state<{ prompt(): Promise<void> } | null>(null);
  onMount(() => {
    installed = matchMedia('(display-mode: standalone)').matches;
    if (!window.isSecureContext) here = 'not-secure';
    else if (!('serviceWorker' in navigator)) here = 'no-worker';
    else void navigator.serviceWorker.ready.then(() => (here = 'kept'));
    const asked = (event: Event) => {
      event.preventDefault();
      // Browsers that offer to install hand over how; the types do not know it.
      offer = event as unknown as { prompt(): Promise<void> };
    };
    addEventListener('beforeinstallprompt', asked);
    return () => removeEventListener('beforeinstallprompt', asked);
  });
</script>

<section class="grid gap-2" aria-labelledby="without-server">
  <h2 id="without-server">Without the server</h2>
  {#if here === 'kept'}
    <p>
      This device keeps the last state of every heap, running castings and timers, the handbook and the
      calculators. Out of reach of the server they still open, and what you enter waits in the outbox.
    </p>
    {#if installed}<p class="soft">It is installed here.</p>
    {:else if offer}<p>
        <button type="button" class="quiet" onclick={() => offer?.prompt()}>Install Brunkel here</button>
      </p>
    {:else}<p class="soft small">
        To install it, use your browser’s own menu: “Install” or “Add to home screen”.
      </p>{/if}
  {:else if here === 'not-secure'}
    <p>
      <strong>Not kept on this device.</strong> Browsers keep pages, and let them be installed, only where the address
      is secure: here it is plain http. What you enter still waits in the outbox while the page is open.
    </p>
    <p>
      To get it, serve Brunkel with a certificate of your own: name its files in <code>BRUNKEL_CERT</code> and
      <code>BRUNKEL_KEY</code>, start it again, and trust the certificate on this device. At the machine
      itself, localhost is secure as it is.
    </p>
  {:else if here === 'no-worker'}
    <p>This browser cannot keep pages. Try another one, or a window that is not private.</p>
  {:else}
    <p class="soft">Not known yet.</p>
  {/if}
</section>
