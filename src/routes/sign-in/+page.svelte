<script lang="ts">
  import { onMount } from 'svelte';
  import { enhance } from '$app/forms';
  import { keepNoPages } from '$lib/ui/frame/sign-out';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  // Who is asked for the passphrase is not signed in, however they came to be out: no page stays here.
  onMount(() => void keepNoPages());
</script>

<svelte:head><title>Sign in · Brunkel</title></svelte:head>

<form class="ask" method="POST" use:enhance>
  <h1>Brunkel</h1>
  <p>These records are kept on a machine in this network. Its passphrase lets this device in.</p>
  <input type="hidden" name="to" value={data.to} />
  <label class="label" for="passphrase">Passphrase</label>
  <input
    class="input"
    id="passphrase"
    name="passphrase"
    type="password"
    autocomplete="current-password"
    required
    aria-invalid={form !== null}
    aria-describedby={form ? 'wrong' : undefined}
  />
  {#if form}<p class="wrong" id="wrong" role="alert">{form.message}</p>{/if}
  <button class="act" type="submit">Sign in</button>
  <p class="soft small">
    It was set at the desk, by the one who started Brunkel. What travels over plain http can be read in this
    network: use it at home only.
  </p>
</form>

<style>
  .ask {
    display: grid;
    gap: 0.75rem;
    max-width: 26rem;
    margin: 8vh auto 0;
  }
  .input {
    min-height: 3rem;
  }
</style>
