<script lang="ts">
  import FoldedOnPhone from '$lib/ui/page/FoldedOnPhone.svelte';
  import TrialForm from '$lib/ui/trial/TrialForm.svelte';
  import { answerWords } from '$lib/ui/trial/trial-words';

  const { data } = $props();
  const running = $derived(data.trials.filter(({ ended_at }) => ended_at === null));
  const ended = $derived(data.trials.filter(({ ended_at }) => ended_at !== null));
</script>

<svelte:head><title>Ask your sand · Brunkel</title></svelte:head>

<header class="mb-5">
  <h1>Ask your sand</h1>
  <p class="soft">
    One change, tried fairly: molds in pairs, which is which by lot, and an answer with its doubt after each
    casting day.
  </p>
</header>
<div class="columns wide">
  <div class="stack">
    {@render list('Running', running)}
    {@render list('Ended', ended)}
    <FoldedOnPhone title="How it goes">
      <h2 class="mb-2 hidden desk:block">How it goes</h2>
      <ol class="small grid list-decimal gap-1 pl-5">
        <li>Say what you would change, and what would be worth it.</li>
        <li>Plan your molds as always. Take each in before you ram it: the lot says how you make it.</li>
        <li>Ram both of a pair on one day, of the same heap, for the same metal.</li>
        <li>Judge them at the shake-out. Let somebody judge who does not know which is which.</li>
        <li>The checks before a pour hold for every mold: no trial excuses wet sand or a loose cope.</li>
        <li>Stop when the page says so. One good day is easily luck.</li>
      </ol>
    </FoldedOnPhone>
  </div>
  <section class="stack" aria-label="A new question">
    <h2>A new question</h2>
    <TrialForm heaps={data.heaps} late={data.late} graded={data.graded} />
  </section>
</div>

{#snippet list(title: string, trials: typeof data.trials)}
  {#if trials.length > 0}
    <section aria-label={title}>
      <h2>{title}</h2>
      <ul class="ruled">
        {#each trials as trial (trial.id)}
          {@const words = answerWords(trial)}
          <li class="py-2">
            <a class="flex min-h-12 flex-col justify-center" href="/trials/{trial.id}">
              <strong>{trial.name}</strong>
              <span class="soft small">{words.head} · {trial.answer.pairs} of {trial.pairs} pairs</span>
            </a>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
{/snippet}
