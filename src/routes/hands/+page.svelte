<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import type { PageProps } from './$types';
  import { newMember } from '$lib/schema/session';
  import { textName } from '$lib/schema/posted-form';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { workingHere } from '$lib/ui/preferences';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import MemberHand from '$lib/ui/member/MemberHand.svelte';

  const { data }: PageProps = $props();
  const form = new RecordForm();
  let name = $state('');

  form.keep(
    'member:new',
    () => ({ name }),
    (kept) => ({ name } = kept)
  );

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const added = await form.submit(newMember, { name: name.trim() }, (sent) =>
      outbox.post('/members', sent, `${sent.name}, a new member`)
    );
    if (added === undefined) return;
    name = '';
    await readAnew();
  }
</script>

<svelte:head><title>Hands · Brunkel</title></svelte:head>

<div class="stack">
  <header><h1>Hands that squeeze</h1></header>
  <p class="about">
    Every hand squeezes in its own way. Squeeze and dry the same sand: Brunkel learns how far that hand leans,
    and how far it strays. Hold a hand where you know it better, or let it be learned anew.
  </p>
  {#if data.members.length === 0}
    <p class="soft">Nobody is named yet. Name who squeezes, and choose the name on the squeeze’s page.</p>
  {:else}
    <div class="here">
      <SelectField
        label="Who works at this device?"
        value={String(data.member ?? '')}
        onchange={(chosen) => workingHere(chosen === '' ? null : Number(chosen))}
        options={[
          { value: '', name: 'Nobody named' },
          ...data.members.map(({ id, name: of }) => ({ value: String(id), name: of }))
        ]}
        hint="What is logged here bears this name."
      />
    </div>
    <ul class="ruled">
      {#each data.members as member (member.id)}
        <li><MemberHand {member} /></li>
      {/each}
    </ul>
  {/if}
  <form class="add" method="POST" action="?/make" onsubmit={add} novalidate>
    <TextField
      label="Another hand"
      bind:value={name}
      post={textName('name')}
      maxlength={60}
      error={form.errorOf('name')}
    />
    <button class="quiet" disabled={form.busy}>Name it</button>
    {#if !form.errorOf('name')}<FormTrouble {form} />{/if}
  </form>
</div>

<style>
  .here {
    max-width: 20rem;
  }
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
