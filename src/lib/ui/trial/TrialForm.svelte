<script lang="ts">
  /** A question for the sand: two ways, what tells them apart, and how many molds that wants. */
  import { goto } from '$app/navigation';
  import { fixed } from '$core/quantity/display';
  import { DEFECTS, DEFECT_NAMES, type DefectName } from '$core/reference/defects';
  import { FIRST_LOOK, OUTCOMES, type Outcome } from '$core/trial/answer';
  import { MOST_PAIRS } from '$core/trial/randomization-test';
  import type { TrialSize } from '$core/trial/size';
  import { api } from '$lib/ui/api-client';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, present } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { OUTCOME_NAMES, sizeWords } from './trial-words';

  interface Props {
    heaps: readonly { id: number; name: string }[];
    /** How often each fault came of late: molds, and molds with it. */
    late: { molds: number; with: Partial<Record<string, number>> };
    /** How grades of like molds scatter here; null of too few. */
    graded: { molds: number; sd: number } | null;
  }
  const { heaps, late, graded }: Props = $props();

  const form = new RecordForm();
  /** By grades that were given here, or as people's grades usually scatter (our guess). */
  const usualGrades = graded ? fixed(Math.max(0.3, graded.sd), 1) : '0.8';
  const blank = () => ({
    name: '',
    heap: heaps.length === 1 ? String(heaps[0]!.id) : '',
    as_now: '',
    otherwise: '',
    hold: '',
    outcome: 'grade' as string,
    defect: 'rough' as string,
    unit: '',
    better: 'higher' as string,
    worth: '1',
    scatter: usualGrades
  });
  let typed = $state(blank());
  form.keep(
    'trial:new',
    () => typed,
    (back) => (typed = back)
  );
  let size = $state<{ of: string; is: TrialSize } | null>(null);
  let pairs = $state('');

  const outcome = $derived(typed.outcome as Outcome);
  const defect = $derived(typed.defect as DefectName);
  const number = (text: string) => (text.trim() === '' ? undefined : Number(text.replace(',', '.')));
  const asked = $derived({
    outcome,
    better: outcome === 'fault' ? 'lower' : typed.better,
    worth: number(typed.worth),
    scatter: number(typed.scatter)
  });
  /** What was counted counts while the question stays as it is. */
  const counted = $derived(size?.of === JSON.stringify(asked) ? size.is : null);
  const seen = $derived(late.with[defect] ?? 0);

  const USUAL = {
    grade: { worth: '1', scatter: usualGrades },
    figure: { worth: '', scatter: '' },
    fault: { worth: '30', scatter: '' }
  } as const;
  function take(next: string) {
    Object.assign(typed, USUAL[next as Outcome]);
    if (next === 'grade') typed.better = 'higher';
    if (next === 'fault') takeFault(typed.defect);
  }
  function takeFault(next: string) {
    const share = late.molds > 0 ? (100 * (late.with[next] ?? 0)) / late.molds : 0;
    typed.scatter = share > 0 ? fixed(share, 0) : '';
    // Half of it gone is worth a trial.
    typed.worth = share > 0 ? fixed(share / 2, 0) : USUAL.fault.worth;
  }

  const sizing = () => import('$lib/schema/trial').then(({ trialToSize }) => trialToSize);
  async function count() {
    const of = JSON.stringify(asked);
    const is = await form.submit(sizing, present(asked), (body) =>
      api<TrialSize>('POST', '/trials/size', body)
    );
    if (!is) return;
    size = { of, is };
    pairs = String(is.pairs ?? MOST_PAIRS);
  }

  const schema = () => import('$lib/schema/trial').then(({ newTrial }) => newTrial);
  async function draw(event: SubmitEvent) {
    event.preventDefault();
    if (!counted) return count();
    const name = typed.name.trim();
    const body = present({
      ...asked,
      name,
      heap_id: typed.heap === '' ? undefined : Number(typed.heap),
      as_now: typed.as_now.trim(),
      otherwise: typed.otherwise.trim(),
      hold: typed.hold.trim() || undefined,
      defect: outcome === 'fault' ? defect : undefined,
      unit: outcome === 'figure' ? typed.unit.trim() || undefined : undefined,
      pairs: Number(pairs)
    });
    const made = await form.submit(schema, body, (sent) =>
      outbox.post<{ id: number }>('/trials', sent, name)
    );
    if (!made) return;
    form.draft?.finish();
    typed = blank();
    await goto(`/trials/${made.id}`);
  }
</script>

<form class="stack" onsubmit={draw} novalidate>
  <TextField
    label="What do you ask?"
    bind:value={typed.name}
    maxlength={120}
    hint="Does 1 % of wood flour cut the burn-on? Is the thinner sprue calmer?"
    error={form.errorOf('name')}
  />
  <div class="pair">
    <TextField
      label="As you do it now"
      bind:value={typed.as_now}
      maxlength={200}
      error={form.errorOf('as_now')}
    />
    <TextField
      label="The other way"
      bind:value={typed.otherwise}
      maxlength={200}
      hint="Change one thing only"
      error={form.errorOf('otherwise')}
    />
  </div>
  <SelectField
    label="Which heap?"
    bind:value={typed.heap}
    options={[{ value: '', name: 'Any' }, ...heaps.map(({ id, name }) => ({ value: String(id), name }))]}
    error={form.errorOf('heap_id')}
  />
  <TextField
    label="What stays the same"
    optional
    bind:value={typed.hold}
    maxlength={500}
    hint="Metal, setting, flask, who rams, who judges"
    error={form.errorOf('hold')}
  />
  <SelectField
    label="What tells them apart?"
    bind:value={typed.outcome}
    options={OUTCOMES.map((value) => ({ value, name: OUTCOME_NAMES[value] }))}
    onchange={take}
    hint="A grade tells more of each mold than yes or no"
  />
  <div class="pair">
    {#if outcome === 'fault'}
      <SelectField
        label="Which fault?"
        bind:value={typed.defect}
        options={DEFECT_NAMES.map((value) => ({ value, name: DEFECTS[value].name }))}
        onchange={takeFault}
        error={form.errorOf('defect')}
      />
      <TextField
        label="Molds that have it now, %"
        bind:value={typed.scatter}
        hint={late.molds > 0
          ? `Of your last ${late.molds} molds: ${seen}`
          : 'Your guess: nothing is judged yet'}
        error={form.errorOf('scatter')}
      />
      <TextField
        label="Worth it from how many fewer, of 100 molds?"
        bind:value={typed.worth}
        error={form.errorOf('worth') ?? form.errorOf('better')}
      />
    {:else}
      {#if outcome === 'figure'}
        <TextField
          label="Unit"
          optional
          bind:value={typed.unit}
          maxlength={20}
          hint="kg, mm, kPa"
          error={form.errorOf('unit')}
        />
        <SelectField
          label="Which is better?"
          bind:value={typed.better}
          options={[
            { value: 'lower', name: 'Less of it' },
            { value: 'higher', name: 'More of it' }
          ]}
        />
      {/if}
      <TextField
        label={outcome === 'grade' ? 'Worth it from how many grades?' : 'Worth it from what difference?'}
        bind:value={typed.worth}
        error={form.errorOf('worth')}
      />
      <TextField
        label="How far like molds differ"
        bind:value={typed.scatter}
        hint={outcome === 'grade'
          ? graded
            ? `By ${graded.molds} molds that you graded: two of three lie this near the usual`
            : 'Two of three molds lie within so many grades of your usual'
          : 'Two of three molds lie within so much of your usual'}
        error={form.errorOf('scatter')}
      />
    {/if}
  </div>
  {#if counted}
    <div class="stack" aria-live="polite">
      <p class="estimate">{sizeWords(counted)}</p>
      <SelectField
        label="How many molds?"
        bind:value={pairs}
        options={Array.from({ length: MOST_PAIRS - FIRST_LOOK + 1 }, (_, i) => {
          const of = FIRST_LOOK + i;
          const share = counted.power.find((each) => each.pairs === of)?.share;
          return {
            value: String(of),
            name: `${2 * of} molds${share === undefined ? '' : `: found ${fixed(100 * share, 0)} times in 100`}`
          };
        })}
        error={form.errorOf('pairs')}
      />
      <button class="act" type="submit" disabled={form.busy}>Draw the lot</button>
    </div>
  {:else}
    <button class="act" type="submit" disabled={form.busy}
      >{form.busy ? 'Trying it out 1000 times' : 'Work out how many molds'}</button
    >
  {/if}
  <FormTrouble {form} />
</form>
