<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import Choice from '$lib/ui/field/Choice.svelte';
  import { goto } from '$app/navigation';
  import { heapChange } from '$lib/schema/heap';
  import { api } from '$lib/ui/api-client';
  import Posted from '$lib/ui/field/Posted.svelte';
  import { quantityName, textName } from '$lib/schema/posted-form';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, present } from '$lib/ui/field/record-form.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { wrote } from '$lib/ui/entry/log-entry';
  import { told } from '$lib/ui/toast/toaster';
  import ContainerFields from '$lib/ui/container/ContainerFields.svelte';
  import { containerBody, containerDraft } from '$lib/ui/container/container-draft';
  import { units } from '$lib/ui/preferences';

  const { data } = $props();
  const old = data.heap;
  const form = new RecordForm();
  let name = $state(old.name);
  let container = $state(containerDraft(old.container, units()));

  const edge = (target: { min: number; max: number; source: string }, which: 'min' | 'max') => ({
    text: target.source === 'handbook' ? '' : String(target[which]),
    si: target.source === 'handbook' ? undefined : target[which] / 100
  });
  let windows = $state({
    moisture: {
      min: edge(old.targets.moisture_percent, 'min'),
      max: edge(old.targets.moisture_percent, 'max')
    },
    clay: {
      min: edge(old.targets.active_clay_percent, 'min'),
      max: edge(old.targets.active_clay_percent, 'max')
    }
  });
  const percent = (fraction: number | undefined) =>
    fraction === undefined ? undefined : Number((fraction * 100).toPrecision(12));
  const own = ({
    min,
    max
  }: {
    min: { text: string; si: number | undefined };
    max: { text: string; si: number | undefined };
  }) =>
    min.text.trim() === '' && max.text.trim() === ''
      ? undefined
      : present({ min: percent(min.si), max: percent(max.si) });

  // What it is weighed with decides how much a drying test can tell.
  const SCALES = [...new Set([0.1, 1, 2, 5, old.scale_g])].sort((a, b) => a - b);
  let scale = $state<string | null>(String(old.scale_g));

  form.fillFrom(old);
  form.keep(
    `heap:${old.id}`,
    () => ({ name, container, windows, scale }),
    (kept) => ({ name, container, windows, scale } = kept),
    old.version
  );

  function bodyNow() {
    const targets = present({
      moisture_percent: own(windows.moisture),
      active_clay_percent: own(windows.clay)
    });
    return {
      name: name.trim(),
      version: old.version,
      container: containerBody(container),
      scale_g: Number(scale),
      targets: Object.keys(targets).length > 0 ? targets : null
    };
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    wrote();
    const done = await form.amend(heapChange, `/heaps/${old.id}`, body);
    if (!done) return;
    await readAnew();
    await goto(`/heaps/${old.id}`);
  }

  async function remove() {
    await api('DELETE', `/heaps/${old.id}`);
    told(`${old.name} is off the bench.`, async () => {
      await api('POST', `/heaps/${old.id}/restore`);
      await readAnew();
    });
    await goto('/', { invalidateAll: true });
  }
</script>

<svelte:head><title>Windows and container · {data.heap.name} · Brunkel</title></svelte:head>

<form class="stack" method="POST" action="?/write" onsubmit={save} novalidate>
  <Posted body={{ ...bodyNow(), targets: { moisture_percent: {}, active_clay_percent: {} } }} />
  <header>
    <h1>{data.heap.name}: windows and container</h1>
    <p class="soft small"><a href="/heaps/{data.heap.id}">Back to {data.heap.name}</a></p>
  </header>
  <TextField
    label="Name"
    bind:value={name}
    post={textName('name')}
    error={form.errorOf('name')}
    maxlength={60}
  />
  <ContainerFields bind:draft={container} legend="How it stands" errorOf={(path) => form.errorOf(path)} />
  <Choice
    legend="What does your sample scale show?"
    options={SCALES.map((g) => ({ value: String(g), name: `${g} g steps` }))}
    bind:value={scale}
    post={quantityName('scale_g', 'count', '', 1)}
    error={form.errorOf('scale_g')}
  />
  <h2>Your own windows</h2>
  <p class="soft small">
    Left empty, the handbook’s stand: {data.heap.targets.moisture_percent.source === 'handbook'
      ? `what tempers the clay it has; ${data.heap.targets.moisture_percent.min} to ${data.heap.targets.moisture_percent.max} % water is the usual and only a check`
      : 'by what binds the sand'}.
  </p>
  <div class="pair">
    <QuantityField
      label="Moisture from"
      optional
      dimension="fraction"
      bind:text={windows.moisture.min.text}
      bind:si={windows.moisture.min.si}
      post={{ path: 'targets.moisture_percent.min', factor: 100 }}
      error={form.errorOf('targets.moisture_percent.min') ?? form.errorOf('targets.moisture_percent')}
    />
    <QuantityField
      label="Moisture to"
      optional
      dimension="fraction"
      bind:text={windows.moisture.max.text}
      bind:si={windows.moisture.max.si}
      post={{ path: 'targets.moisture_percent.max', factor: 100 }}
      error={form.errorOf('targets.moisture_percent.max')}
    />
  </div>
  <div class="pair">
    <QuantityField
      label="Active clay from"
      optional
      dimension="fraction"
      bind:text={windows.clay.min.text}
      bind:si={windows.clay.min.si}
      post={{ path: 'targets.active_clay_percent.min', factor: 100 }}
      error={form.errorOf('targets.active_clay_percent.min') ?? form.errorOf('targets.active_clay_percent')}
    />
    <QuantityField
      label="Active clay to"
      optional
      dimension="fraction"
      bind:text={windows.clay.max.text}
      bind:si={windows.clay.max.si}
      post={{ path: 'targets.active_clay_percent.max', factor: 100 }}
      error={form.errorOf('targets.active_clay_percent.max')}
    />
  </div>
  <FormTrouble {form} />
  <p class="row">
    <button class="act" disabled={form.busy}>Save the changes</button>
    <button class="quiet" type="button" onclick={remove}>Take the heap off the bench</button>
  </p>
</form>

<style>
  form {
    max-width: 38rem;
  }
</style>
