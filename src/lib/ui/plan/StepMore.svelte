<script lang="ts">
  /** A step put off, given to somebody, timed better; and what moves when it slips. */
  import type { ScheduledStep, Slip } from '$lib/schema/plan';
  import { readAnew } from '$lib/ui/read-anew';
  import { onMount } from 'svelte';
  import { stepWords } from '$core/plan/steps/kinds';
  import { ApiProblem, api } from '$lib/ui/api-client';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { units } from '$lib/ui/preferences';
  import { fieldMoment } from '$lib/ui/date/reader-day';
  import { minutesWords } from './plan-words';
  import { note } from './tick';

  interface Props {
    plan_id: number;
    step: ScheduledStep;
    members: readonly { id: number; name: string }[];
  }
  const { plan_id, step, members }: Props = $props();
  // Filled in once, from the step as it stood when it was opened.
  // svelte-ignore state_referenced_locally
  let typed = $state({
    not_before: step.not_before ? fieldMoment(step.not_before) : '',
    member: step.member === null ? '' : String(step.member),
    minutes: String(step.minutes)
  });
  // svelte-ignore state_referenced_locally
  const draft = new KeptDraft(
    `plan-step:${plan_id}:${step.id}`,
    () => typed,
    (kept) => (typed = kept),
    JSON.stringify([step.not_before, step.member, step.minutes])
  );
  let trouble = $state<string | null>(null);

  async function keep(body: object) {
    trouble = null;
    try {
      await note(plan_id, { id: step.id, ...body });
      draft.finish();
      await readAnew();
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = thrown.errors[0]?.message ?? thrown.message;
    }
  }
  async function save(event: SubmitEvent) {
    event.preventDefault();
    const at = typed.not_before === '' ? null : new Date(typed.not_before);
    if (at && Number.isNaN(at.getTime())) return void (trouble = 'That is no day and hour.');
    const minutes = Number(typed.minutes);
    if (!(minutes >= 1 && minutes <= 1440 && Number.isInteger(minutes)))
      return void (trouble = 'It takes a whole number of minutes, 1 to 1440.');
    await keep({
      not_before: at?.toISOString() ?? null,
      member: typed.member === '' ? null : Number(typed.member),
      minutes
    });
  }

  let slips = $state<{ by: number; slip: Slip }[]>([]);
  onMount(() => {
    const ask = async (by: number) => ({
      by,
      slip: await api<Slip>('GET', `/plans/${plan_id}/slip?step=${encodeURIComponent(step.id)}&by_min=${by}`)
    });
    // An evening, and a week.
    Promise.all([ask(1440), ask(7 * 1440)]).then(
      (found) => (slips = found),
      () => (slips = [])
    );
  });
</script>

<form class="grid gap-3 py-2 pl-11" onsubmit={save} novalidate>
  <div class="pair">
    <TextField label="Not before" type="datetime-local" optional bind:value={typed.not_before} />
    <TextField label="Takes, minutes" bind:value={typed.minutes} />
    {#if members.length > 0}
      <SelectField
        label="Who does it"
        bind:value={typed.member}
        options={[
          { value: '', name: 'Whoever has time first' },
          ...members.map(({ id, name }) => ({ value: String(id), name }))
        ]}
      />
    {/if}
  </div>
  {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
  <p><button class="quiet">Plan it so</button></p>
  <div class="small grid min-h-16 content-start gap-1" aria-live="polite">
    {#each slips as { by, slip } (by)}
      <p>
        If it slips {minutesWords(by)}:
        {#if slip.pour_by_min === null}there is no opening for all of it any more.
        {:else}
          {slip.pour_by_min > 0
            ? `the pour moves by ${minutesWords(slip.pour_by_min)}`
            : 'the pour stands'}{slip.moved.length > 0
            ? `; what moves with it: ${slip.moved
                .slice(0, 4)
                .map(({ about }) => stepWords(about, units()))
                .join(', ')}${slip.moved.length > 4 ? ` and ${slip.moved.length - 4} more` : ''}.`
            : ', and nothing else moves.'}
        {/if}
      </p>
    {/each}
  </div>
</form>
