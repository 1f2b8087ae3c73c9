<script lang="ts">
  import { fixed } from '$core/quantity/display';
  import { goto } from '$app/navigation';
  import { BINDER_NAMES, HEAP_BINDERS, TARGETS, type HeapBinder } from '$core/reference/targets';
  import { newHeap } from '$lib/schema/heap';
  import Choice from '$lib/ui/field/Choice.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import { textName } from '$lib/schema/posted-form';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, zone } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import ContainerFields from '$lib/ui/container/ContainerFields.svelte';
  import { containerBody, containerDraft } from '$lib/ui/container/container-draft';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { units } from '$lib/ui/preferences';

  const form = new RecordForm();
  let name = $state('');
  let binder = $state<string>('sodium-bentonite');
  let container = $state(containerDraft(undefined, units()));
  let start = $state<'mix' | 'bought' | null>('mix');

  form.keep(
    'heap:new',
    () => ({ name, binder, container, start }),
    (kept) => ({ name, binder, container, start } = kept)
  );

  const targets = $derived(TARGETS[binder as HeapBinder]);
  const percent = (window: { min: number; max: number }) =>
    `${fixed(window.min * 100, 1)} to ${fixed(window.max * 100, 1)} %`;

  const bodyNow = () => ({
    name: name.trim(),
    system: binder === 'oil' ? 'oil' : 'water',
    binder,
    zone: zone(),
    container: containerBody(container)
  });

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    const heap = await form.submit(newHeap, body, () =>
      outbox.post<{ id: number }>('/heaps', body, `${body.name}, a new heap`)
    );
    if (heap) await goto(start === 'bought' ? `/heaps/${heap.id}/log?kind=bought` : `/heaps/${heap.id}/mix`);
  }
</script>

<svelte:head><title>New heap · Brunkel</title></svelte:head>

<form class="stack" method="POST" action="?/make" onsubmit={save} novalidate>
  <Posted body={bodyNow()} />
  <h1>New heap</h1>
  <TextField
    label="What do you call it?"
    bind:value={name}
    post={textName('name')}
    error={form.errorOf('name')}
    hint="For example: Gate heap, Fine oil, Old bin"
    maxlength={60}
  />
  <SelectField
    label="What binds the sand?"
    bind:value={binder}
    post={textName('binder')}
    error={form.errorOf('binder')}
    options={HEAP_BINDERS.map((each) => ({ value: each, name: BINDER_NAMES[each] }))}
    hint={binder === 'oil'
      ? 'Kept dry: less than 0.5 % water. Oil and organoclay do the binding.'
      : `Handbook windows: ${percent(targets.moisture)} water, ${percent(targets.active_clay)} active clay.`}
  />
  <ContainerFields
    bind:draft={container}
    legend="How does it stand?"
    errorOf={(path) => form.errorOf(path)}
  />
  <Choice
    legend="How do you start?"
    options={[
      { value: 'mix', name: 'Mix it from bags', about: 'sand, clay and water' },
      { value: 'bought', name: 'I have the sand', about: 'bought ready mixed, or inherited' }
    ]}
    bind:value={start}
    post="start"
  />
  <FormTrouble {form} />
  <p><button class="act" disabled={form.busy}>Make the heap</button></p>
</form>

<style>
  form {
    max-width: 36rem;
  }
</style>
