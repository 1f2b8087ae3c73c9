<script lang="ts">
  /** What happens on a branch, step by step: added below, taken out again, kept under a name. */
  import { readAnew } from '$lib/ui/read-anew';
  import type { BranchDoing } from '$core/forecast/branch';
  import { branchWords } from '$core/forecast/branch-words';
  import { COVERS, COVER_NAMES, type Cover } from '$core/heap/state/drying';
  import { ALLOYS, ALLOY_NAMES, USUAL_ALLOY, type Alloy } from '$core/reference/alloys';
  import { INGREDIENTS, MATERIAL_KINDS, type MaterialKind } from '$core/reference/ingredients';
  import { api } from '$lib/ui/api-client';
  import Choice from '$lib/ui/field/Choice.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { units } from '$lib/ui/preferences';

  const { heap_id, system }: { heap_id: number; system: string } = $props();
  const form = new RecordForm();
  const schema = () => import('$lib/schema/branch').then(({ newBranch }) => newBranch);
  const blank = () => ({ text: '', si: undefined as number | undefined });
  let name = $state('');
  let steps = $state<BranchDoing[]>([]);
  type Doing = BranchDoing['do'];
  let doing = $state<Doing>('pour');
  let typed = $state({
    metal: blank(),
    alloy: USUAL_ALLOY as string,
    times: '1',
    days: '14',
    cover: '',
    kind: 'sodium-bentonite',
    kg: blank(),
    new_sand: blank(),
    burnt_out: '80'
  });
  let trouble = $state<string | null>(null);
  // svelte-ignore state_referenced_locally
  form.keep(
    `branch:${heap_id}`,
    () => ({ name, steps, doing, typed }),
    (kept) => ({ name, steps, doing, typed } = kept)
  );
  const DOINGS: readonly { value: Doing; name: string }[] = [
    { value: 'pour', name: 'Pour' },
    { value: 'stand', name: 'Stand' },
    { value: 'add', name: 'Add' },
    { value: 'water', name: 'Water' },
    { value: 'discard', name: 'Throw out' },
    { value: 'temper', name: 'Temper' },
    { value: 'policy', name: 'A policy' }
  ];
  const offered = $derived(
    DOINGS.filter(({ value }) => system !== 'oil' || (value !== 'water' && value !== 'temper'))
  );

  function stepNow(): BranchDoing | string {
    const { metal, alloy, times, days, cover, kind, kg, new_sand, burnt_out } = typed;
    const count = Number(times);
    const long = Number(days);
    const whole = Number.isInteger(count) && count >= 1 && count <= 40;
    switch (doing) {
      case 'pour':
        if (!(metal.si! > 0)) return 'How much metal is poured?';
        if (!whole) return 'How often? 1 to 40 times.';
        // Chosen from the list of alloys.
        return { do: 'pour', metal_kg: metal.si!, alloy: alloy as Alloy, times: count };
      case 'stand':
        if (!(long > 0 && long <= 730)) return 'For how long? Up to 730 days.';
        // Chosen from the list of covers.
        return { do: 'stand', days: long, ...(cover !== '' && { cover: cover as Cover }) };
      case 'add':
        if (!(kg.si! > 0)) return 'How much is added?';
        // Chosen from the list of materials.
        return { do: 'add', kind: kind as MaterialKind, kg: kg.si! };
      case 'water':
      case 'discard':
        return kg.si! > 0 ? { do: doing, kg: kg.si! } : 'How much?';
      case 'temper':
        return { do: 'temper' };
      case 'policy':
        if (!(metal.si! > 0)) return 'How much metal does each casting pour?';
        if (!whole) return 'How many castings? 1 to 40.';
        if (!(long > 0 && long <= 730)) return 'How many days from one to the next?';
        if (!(Number(burnt_out) >= 0 && Number(burnt_out) <= 100))
          return 'How much of the burnt is taken out? 0 to 100 %.';
        return {
          do: 'policy',
          metal_kg: metal.si!,
          // As above.
          alloy: alloy as Alloy,
          times: count,
          days: long,
          burnt_out_percent: Number(burnt_out),
          ...(new_sand.si !== undefined && { new_sand_kg: new_sand.si })
        };
    }
  }
  function add() {
    const step = stepNow();
    trouble = typeof step === 'string' ? step : null;
    if (typeof step !== 'string') steps = [...steps, step];
  }
  async function keep(event: SubmitEvent) {
    event.preventDefault();
    if (steps.length === 0) return void (trouble = 'Say first what happens: add a step.');
    const body = { heap_id, name: name.trim(), steps: $state.snapshot(steps) };
    const made = await form.submit(schema, body, (sent) => api('POST', '/branches', sent));
    if (made === undefined) return;
    [name, steps] = ['', []];
    await readAnew();
  }
</script>

<form class="stack" onsubmit={keep} novalidate>
  {#if steps.length > 0}
    <ol class="ruled" aria-label="What happens">
      {#each steps as step, i (i)}
        <li class="flex items-center justify-between gap-3 py-1">
          <span class="min-w-0 wrap-anywhere">{i + 1}. {branchWords(step, units())}</span>
          <button
            type="button"
            class="quiet"
            aria-label="Take it out: step {i + 1}"
            onclick={() => (steps = steps.filter((_, k) => k !== i))}>Take it out</button
          >
        </li>
      {/each}
    </ol>
  {/if}
  <Choice
    legend="What happens next"
    options={offered}
    bind:value={() => doing, (next) => next && (doing = next)}
  />
  <div class="pair">
    {#if doing === 'pour' || doing === 'policy'}
      <QuantityField label="Metal" dimension="mass" bind:text={typed.metal.text} bind:si={typed.metal.si} />
      <SelectField
        label="Of"
        bind:value={typed.alloy}
        options={ALLOY_NAMES.map((alloy) => ({ value: alloy, name: ALLOYS[alloy].name }))}
      />
      <TextField label={doing === 'pour' ? 'How often' : 'Castings'} bind:value={typed.times} />
    {/if}
    {#if doing === 'stand' || doing === 'policy'}
      <TextField label={doing === 'stand' ? 'Days' : 'Days from one to the next'} bind:value={typed.days} />
    {/if}
    {#if doing === 'stand'}
      <SelectField
        label="Covered"
        bind:value={typed.cover}
        options={[
          { value: '', name: 'as it is' },
          ...COVERS.map((cover) => ({ value: cover, name: COVER_NAMES[cover] }))
        ]}
      />
    {/if}
    {#if doing === 'add'}
      <SelectField
        label="What"
        bind:value={typed.kind}
        options={MATERIAL_KINDS.filter((kind) => kind !== 'water').map((kind) => ({
          value: kind,
          name: INGREDIENTS[kind].name
        }))}
      />
    {/if}
    {#if doing === 'add' || doing === 'water' || doing === 'discard'}
      <QuantityField label="How much" dimension="mass" bind:text={typed.kg.text} bind:si={typed.kg.si} />
    {/if}
    {#if doing === 'policy'}
      <QuantityField
        label="New sand each time"
        dimension="mass"
        optional
        bind:text={typed.new_sand.text}
        bind:si={typed.new_sand.si}
      />
      <TextField label="Of the burnt taken out, %" bind:value={typed.burnt_out} />
    {/if}
  </div>
  {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
  <p><button type="button" class="quiet" onclick={add}>Add this step</button></p>
  <TextField
    label="What the branch is called"
    bind:value={name}
    error={form.errorOf('name')}
    maxlength={80}
  />
  <FormTrouble {form} />
  <p><button class="act" disabled={form.busy}>Follow it</button></p>
</form>
