<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { newMember } from '$lib/schema/session';
  import { api } from '$lib/ui/api-client';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm } from '$lib/ui/field/record-form.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import MemberHand from '$lib/ui/member/MemberHand.svelte';

  const { data } = $props();
  const form = new RecordForm();
  let name = $state('');

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const added = await form.submit(newMember, { name: name.trim() }, (sent) =>
      api('POST', '/members', sent)
    );
    if (added === undefined) return;
    name = '';
    await invalidateAll();
  }
</script>

<svelte:head><title>Hands · Brunkel</title></svelte:head>

<div class="stack">
  <header><h1>Hands that squeeze</h1></header>
  <p class="about">
    Every hand squeezes in its own way. Where a squeeze stands beside a drying test of the same sand, Brunkel
    learns how far that hand leans, and how far it strays. Hold a hand where you know it better, or let it be
    learned anew.
  </p>
  {#if data.members.length === 0}
    <p class="soft">Nobody is named yet. Name who squeezes, and choose the name on the squeeze’s page.</p>
  {:else}
    <ul class="ruled">
      {#each data.members as member (member.id)}
        <li><MemberHand {member} /></li>
      {/each}
    </ul>
  {/if}
  <form class="add" onsubmit={add} novalidate>
    <TextField label="Another hand" bind:value={name} maxlength={60} error={form.errorOf('name')} />
    <button class="quiet" disabled={form.busy || name.trim() === ''}>Name it</button>
    {#if !form.errorOf('name')}<FormTrouble {form} />{/if}
  </form>
</div>

<style>
  .about {
    max-width: 44rem;
  }
  li {
    padding-block: 1.25rem;
  }
  .add {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
    align-items: end;
    max-width: 30rem;
  }
</style>
