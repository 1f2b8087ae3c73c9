<script lang="ts">
  /** Signs this device out and leaves nothing of the records on it; what was never sent is asked about first. */
  import { enhance } from '$app/forms';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { keepNothing } from './sign-out';

  let asked = $state(false);
  const waiting = $derived(outbox.items.length);
</script>

<form
  method="POST"
  action="?/leave"
  class="grid gap-3"
  use:enhance={({ cancel }) => {
    if (waiting > 0 && !asked) {
      asked = true;
      cancel();
      return;
    }
    for (const { key } of outbox.items) outbox.throwAway(key);
    return async ({ update }) => {
      await keepNothing();
      await update();
    };
  }}
>
  {#if asked && waiting > 0}
    <p class="wrong" role="alert">
      {waiting === 1 ? 'One thing' : `${waiting} things`} that you logged here {waiting === 1
        ? 'has'
        : 'have'} not been sent. Signed out, {waiting === 1 ? 'it is' : 'they are'} gone.
    </p>
    <p class="row">
      <button type="button" class="quiet" onclick={() => (asked = false)}>Stay signed in</button>
      <button class="quiet" type="submit">Sign out, and throw {waiting === 1 ? 'it' : 'them'} away</button>
    </p>
  {:else}
    <p><button class="quiet" type="submit">Sign this device out</button></p>
    <p class="small soft">Nothing of the records stays on it.</p>
  {/if}
</form>
