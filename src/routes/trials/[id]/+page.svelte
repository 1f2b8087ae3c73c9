<script lang="ts">
  import { goto } from '$app/navigation';
  import { wasPoured } from '$core/session/mold-life';
  import type { TrialPlace } from '$lib/schema/trial';
  import { ApiProblem, api } from '$lib/ui/api-client';
  import { fixed } from '$core/quantity/display';
  import { MOLD_STATE_WORDS } from '$lib/ui/mold/mold-words';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import Ticket from '$lib/ui/page/Ticket.svelte';
  import { readAnew } from '$lib/ui/read-anew';
  import { told } from '$lib/ui/toast/toaster';
  import ResultField from '$lib/ui/trial/ResultField.svelte';
  import TrialAnswer from '$lib/ui/trial/TrialAnswer.svelte';
  import { answerWords, apartText, betterWords } from '$lib/ui/trial/trial-words';

  const { data } = $props();
  const trial = $derived(data.trial);
  const over = $derived(answerWords(trial).over);
  const wayOf = ({ way }: { way: TrialPlace['way'] }) => (way === 'as-now' ? trial.as_now : trial.otherwise);
  const pairs = $derived(
    Array.from({ length: trial.pairs }, (_, i) => trial.places.slice(2 * i, 2 * i + 2)).filter(
      (pair, i) =>
        i === 0 || pair.some(({ mold }) => mold) || pair.some(({ place }) => place === trial.next?.place)
    )
  );
  const coming = $derived(trial.pairs - pairs.length);
  let trouble = $state<string | null>(null);
  /** The mold whose result is put right. */
  let changing = $state<number | null>(null);

  async function change(run: () => Promise<unknown>, words: string, back: () => Promise<unknown>) {
    trouble = null;
    try {
      await run();
      told(words, async () => {
        await back();
        await readAnew();
      });
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = thrown.message;
    }
    await readAnew();
  }
  const at = $derived(`/trials/${trial.id}`);
  const take = (id: number) =>
    change(
      () => api('POST', `${at}/molds`, { mold_id: id }),
      'The mold is in.',
      () => api('DELETE', `${at}/molds/${id}`)
    );
  const leave = (id: number) =>
    change(
      () => api('DELETE', `${at}/molds/${id}`),
      'The mold is out; its place goes to the next.',
      () => api('POST', `${at}/molds`, { mold_id: id })
    );
  function end(ended: boolean) {
    const { version } = trial;
    return change(
      () => api('PATCH', at, { ended, version }),
      ended ? 'The trial is ended.' : 'The trial goes on.',
      () => api('PATCH', at, { ended: !ended, version: version + 1 })
    );
  }
  async function remove() {
    await api('DELETE', at);
    await goto('/trials');
    told(`“${trial.name}” is off the list.`, async () => {
      await api('POST', `${at}/restore`);
      await goto(at);
    });
  }
  const resultWords = ({ result }: TrialPlace) =>
    result === null
      ? null
      : trial.outcome === 'fault'
        ? result === 1
          ? 'has it'
          : 'clean'
        : trial.outcome === 'grade'
          ? `grade ${result}`
          : `${fixed(result, 2)}${trial.unit ? ` ${trial.unit}` : ''}`;
</script>

<svelte:head><title>{trial.name} · Brunkel</title></svelte:head>

<header class="mb-5">
  <p class="small"><a href="/trials">Ask your sand</a></p>
  <h1>{trial.name}</h1>
  <p class="soft">
    As now: {trial.as_now}. The other way: {trial.otherwise}. Better means {betterWords(trial)}, worth it from
    {apartText(trial, trial.worth)}.
  </p>
  {#if trial.hold}<p class="soft small">Stays the same: {trial.hold}</p>{/if}
</header>
<div class="columns">
  <Ticket title="What it says so far">
    <div class="stack" aria-live="polite"><TrialAnswer {trial} /></div>
    {#if over && trial.ended_at === null}
      <button type="button" class="act" onclick={() => end(true)}>End the trial</button>
    {/if}
  </Ticket>
  <div class="stack">
    {#if trial.next}
      <section class="stack" aria-label="The next mold">
        <h2>The next mold</h2>
        {#if data.molds.length > 0}
          <p class="small">Take it in first: then the lot says how it is made.</p>
          <ul class="ruled">
            {#each data.molds as { id, words, day } (id)}
              <li class="flex flex-wrap items-center justify-between gap-3 py-2">
                <span>{words}<span class="soft small block">{day ?? 'Casting day'}</span></span>
                <button type="button" class="quiet" onclick={() => take(id)}>Take it in</button>
              </li>
            {/each}
          </ul>
        {:else}
          <p class="soft small">
            No mold waits to be rammed. <a href="/mold">Plan one</a>; its page offers to take it in.
          </p>
        {/if}
      </section>
    {:else if trial.ended_at !== null}
      <p class="soft">This trial is ended.</p>
    {/if}
    {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
  </div>
</div>
<section class="mt-6" aria-label="The pairs">
  <h2 class="mb-2">The pairs</h2>
  <ul class="pairs">
    {#each pairs as pair, n (n)}
      <li>
        {#each pair.toSorted((a, b) => a.way.localeCompare(b.way)) as place (place.place)}
          <div>
            {#if place.mold}
              {@const { id, words, state } = place.mold}
              <p><strong>{wayOf(place)}</strong></p>
              <p class="small">
                <a href={state === 'shaken-out' ? `/sessions/${place.mold.session_id}` : `/mold/${id}`}
                  >{words}</a
                >, {MOLD_STATE_WORDS[state]}
              </p>
              {#if !wasPoured(state)}
                <button type="button" class="quiet" onclick={() => leave(id)}>Take it out</button>
              {:else if trial.outcome === 'fault'}
                <p class="font-bold">
                  {#if place.result === null}<a href="/shake-out">Judge its castings</a>{:else}{resultWords(
                      place
                    )}{/if}
                </p>
              {:else if place.result === null || changing === id}
                <ResultField
                  trial_id={trial.id}
                  mold_id={id}
                  outcome={trial.outcome}
                  unit={trial.unit}
                  value={place.result}
                  ondone={() => (changing = null)}
                />
              {:else}
                <p class="flex flex-wrap items-center gap-3">
                  <strong>{resultWords(place)}</strong>
                  <button type="button" class="quiet" onclick={() => (changing = id)}
                    >Change<span class="sr-only"> the result of {words}</span></button
                  >
                </p>
              {/if}
            {:else}
              <p class="soft small">Waits for its mold</p>
            {/if}
          </div>
        {/each}
      </li>
    {/each}
  </ul>
  {#if coming > 0}<p class="soft small">{coming} more {coming === 1 ? 'pair' : 'pairs'} to come.</p>{/if}
</section>
<p class="row mt-6">
  {#if trial.ended_at !== null}
    <button type="button" class="quiet" onclick={() => end(false)}>Go on with it</button>
  {:else if !over}
    <button type="button" class="quiet" onclick={() => end(true)}>End it without an answer</button>
  {/if}
  <button type="button" class="quiet" onclick={remove}>Take it off the list</button>
  <PrintSheet />
</p>

<style>
  .pairs {
    display: grid;
    gap: 0 1.5rem;
    grid-template-columns: repeat(auto-fill, minmax(min(100%, 22rem), 1fr));
  }
  .pairs > li {
    display: grid;
    gap: 0.75rem;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    align-content: start;
    border-top: 1px solid var(--edge);
    padding-block: 0.75rem;
  }
</style>
