<script lang="ts">
  import { goto } from '$app/navigation';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import EntryForm from '$lib/ui/ledger/EntryForm.svelte';
  import { WRITABLE, type WritableKind } from '$lib/ui/ledger/entry-draft';

  const { data } = $props();
  let kind = $state<string>(WRITABLE.find((each) => each.value === data.kind)?.value ?? 'water');
</script>

<svelte:head><title>Write an entry · {data.heap.name} · Brunkel</title></svelte:head>

<div class="stack">
  <header>
    <h1>What happened to {data.heap.name}?</h1>
    <p class="soft small"><a href="/heaps/{data.heap.id}">Back to {data.heap.name}</a></p>
  </header>
  <div class="kind"><SelectField label="Kind of entry" bind:value={kind} options={WRITABLE} /></div>
  {#key kind}
    <EntryForm
      heap_id={data.heap.id}
      kind={kind as WritableKind}
      lots={data.lots}
      learned={data.learned}
      ondone={() => goto(`/heaps/${data.heap.id}`)}
    />
  {/key}
</div>

<style>
  .kind {
    max-width: 38rem;
  }
</style>
