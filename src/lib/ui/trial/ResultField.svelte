<script lang="ts">
  /** The grade or the figure of one mold of a trial. */
  import type { Outcome } from '$core/trial/answer';
  import { api } from '$lib/ui/api-client';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { readAnew } from '$lib/ui/read-anew';
  import { told } from '$lib/ui/toast/toaster';

  interface Props {
    trial_id: number;
    mold_id: number;
    outcome: Outcome;
    unit: string | null;
    value: number | null;
    /** Once it is noted. */
    ondone: () => void;
  }
  const { trial_id, mold_id, outcome, unit, value, ondone }: Props = $props();
  const form = new RecordForm();
  let typed = $state(value === null ? '' : String(value));
  // svelte-ignore state_referenced_locally
  form.keep(
    `trial-result:${trial_id}:${mold_id}`,
    () => typed,
    (back) => (typed = back),
    value ?? ''
  );
  const path = $derived(`/trials/${trial_id}/molds/${mold_id}`);
  const schema = () => import('$lib/schema/trial').then(({ resultOfMold }) => resultOfMold);

  async function log(event: SubmitEvent) {
    event.preventDefault();
    const before = value;
    const next = typed.trim() === '' ? null : Number(typed.replace(',', '.'));
    const done = await form.submit(schema, { value: next }, (body) => api('PATCH', path, body));
    if (!done) return;
    form.draft?.finish();
    ondone();
    told('It is noted.', async () => {
      await api('PATCH', path, { value: before });
      typed = before === null ? '' : String(before);
      await readAnew();
    });
    await readAnew();
  }
</script>

<form class="flex flex-wrap items-end gap-2" onsubmit={log} novalidate>
  {#if outcome === 'grade'}
    <SelectField
      label="Grade, 5 is best"
      bind:value={typed}
      options={[
        { value: '', name: 'Not judged' },
        ...[1, 2, 3, 4, 5].map((grade) => ({ value: String(grade), name: String(grade) }))
      ]}
      error={form.errorOf('value')}
    />
  {:else}
    <TextField label="Figure{unit ? `, ${unit}` : ''}" bind:value={typed} error={form.errorOf('value')} />
  {/if}
  <button class="quiet" type="submit" disabled={form.busy}>Log it</button>
  <FormTrouble {form} />
</form>
