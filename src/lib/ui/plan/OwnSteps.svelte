<script lang="ts">
  /** Steps of one's own: what no record knows of. */
  import { readAnew } from '$lib/ui/read-anew';
  import { v4 as uuid } from 'uuid';
  import { ApiProblem, amend } from '$lib/ui/api-client';
  import Choice from '$lib/ui/field/Choice.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';

  interface Own {
    id: string;
    what: string;
    minutes: number;
    before: boolean;
  }
  const { plan_id, version, own }: { plan_id: number; version: number; own: readonly Own[] } = $props();
  let typed = $state({ what: '', minutes: '30', when: 'before' as 'before' | 'after' });
  // svelte-ignore state_referenced_locally
  const kept = new KeptDraft(
    `own-step:${plan_id}`,
    () => typed,
    (back) => (typed = back)
  );
  let trouble = $state<string | null>(null);

  async function put(list: readonly Own[]) {
    trouble = null;
    try {
      const seen = { own, version };
      await amend(`/plans/${plan_id}`, seen, { own: list });
      await readAnew();
      return true;
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = thrown.errors[0]
        ? `${thrown.errors[0].path.split('.').at(-1)} ${thrown.errors[0].message}`
        : thrown.message;
      return false;
    }
  }
  async function add(event: SubmitEvent) {
    event.preventDefault();
    const minutes = Number(typed.minutes);
    const { what, when } = typed;
    if (what.trim() === '') return void (trouble = 'Say what is to be done.');
    if (!Number.isInteger(minutes) || minutes < 1 || minutes > 1440)
      return void (trouble = 'It takes a whole number of minutes, 1 to 1440.');
    if (await put([...own, { id: uuid(), what: what.trim(), minutes, before: when === 'before' }])) {
      kept.finish();
      typed = { what: '', minutes: '30', when };
    }
  }
</script>

<section class="grid gap-3" aria-label="Steps of your own">
  <h2>Steps of your own</h2>
  {#if own.length > 0}
    <ul class="ruled">
      {#each own as each (each.id)}
        <li class="flex items-center justify-between gap-3">
          <span class="min-w-0 wrap-anywhere"
            >{each.what}
            <span class="soft small">{each.minutes} min, {each.before ? 'before' : 'after'} the pour</span
            ></span
          >
          <button
            type="button"
            class="quiet"
            aria-label="Leave it out: {each.what}"
            onclick={() => put(own.filter(({ id }) => id !== each.id))}>Leave it out</button
          >
        </li>
      {/each}
    </ul>
  {/if}
  <form class="grid gap-3" onsubmit={add} novalidate>
    <div class="pair">
      <TextField label="What is to be done" bind:value={typed.what} maxlength={120} />
      <TextField label="Minutes" bind:value={typed.minutes} />
    </div>
    <Choice
      legend="When"
      options={[
        { value: 'before', name: 'Before the pour' },
        { value: 'after', name: 'After it' }
      ]}
      bind:value={() => typed.when, (when) => when && (typed.when = when)}
    />
    {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
    <p><button class="quiet">Add it</button></p>
  </form>
</section>
