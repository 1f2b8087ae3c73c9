<script lang="ts">
  import { fixed } from '$core/quantity/display';
  import Ask from '$lib/ui/trainer/Ask.svelte';
  import { TRAINING_NAMES } from '$lib/ui/trainer/trainer-words';

  const { data } = $props();
  const { record, hand } = $derived(data);
  /** A grade of the squeeze in multiples of the aimed temper ratio. */
  const GRADE = 0.2;
  const LEVELS = { 1: 'plain', 2: 'harder', 3: 'as in life' } as const;
  const leans = (grades: number) =>
    Math.abs(grades) < 0.05
      ? 'to neither side'
      : `${fixed(Math.abs(grades), 1)} of a grade too ${grades > 0 ? 'wet' : 'dry'}`;
  const trainings = Object.entries(TRAINING_NAMES) as [keyof typeof TRAINING_NAMES, string][];
</script>

<svelte:head><title>Trainer of the hand · Brunkel</title></svelte:head>

<header class="mb-4">
  <h1>Trainer of the hand</h1>
  <nav class="row mt-2" aria-label="What is trained">
    {#each trainings as [training, name] (training)}
      <a
        class="quiet aria-[current=page]:border-(--ink) aria-[current=page]:font-bold"
        href="/trainer?training={training}"
        aria-current={data.training === training ? 'page' : undefined}
        >{name}{#if record.due[training] > 0}<span class="soft small">{record.due[training]} due</span
          >{/if}</a
      >
    {/each}
  </nav>
</header>
<div class="grid gap-8 desk:grid-cols-[minmax(0,1fr)_18rem]">
  <section aria-label={TRAINING_NAMES[data.training]}>
    {#key `${data.question.card} ${data.question.seed}`}<Ask
        question={data.question}
        member={data.member}
      />{/key}
  </section>
  <aside class="stack" aria-label="What it has shown">
    <section class="grid gap-1">
      <h2>{hand ? hand.name : 'Guest'}</h2>
      {#if record.answers === 0}
        <p class="soft">Not known yet: nothing was answered.</p>
      {:else}
        <p>{record.right} of {record.answers} right. Now {LEVELS[record.level[data.training]]}.</p>
      {/if}
      {#if !hand}<p class="soft small">
          <a href="/hands">Say who works here</a>, and the answers are kept by name.
        </p>{/if}
    </section>
    <section class="grid gap-1">
      <h3>Bias and spread</h3>
      <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <dt class="soft small">in training</dt>
        <dd>
          {#if record.hand}feels it {leans(record.hand.bias)}
            <span class="soft small"
              >± {fixed(1.645 * record.hand.bias_sd, 1)}, strays {fixed(record.hand.spread, 1)}, {record.hand
                .answers} answers</span
            >{:else}<span class="soft">not known yet</span>{/if}
        </dd>
        <dt class="soft small">beside drying</dt>
        <dd>
          {#if hand && hand.tests > 0}feels it {leans(hand.squeeze_bias / GRADE)}
            <span class="soft small"
              >± {fixed((1.645 * hand.squeeze_bias_sd) / GRADE, 1)}, strays {fixed(
                hand.squeeze_sd / GRADE,
                1
              )}, {hand.tests} real tests</span
            >{:else}<span class="soft">not known yet</span>{/if}
        </dd>
      </dl>
      {#if record.course.length > 1}
        <p class="soft small">
          Over time: {record.course
            .map(({ answers, bias }) => `after ${answers}, ${bias > 0 ? '+' : ''}${fixed(bias, 1)}`)
            .join('; ')}.
        </p>
      {/if}
    </section>
    {#if data.heaps.length > 0}
      <section class="grid gap-2">
        <h3>A blind round with real sand</h3>
        <p class="soft small">
          Squeeze a heap before you look at its figures, then dry a sample of it: the two teach what the hand
          is worth.
        </p>
        <ul class="ruled">
          {#each data.heaps as heap (heap.id)}
            <li class="flex flex-wrap items-center justify-between gap-2 py-1">
              <span class="min-w-0 wrap-anywhere">{heap.name}</span>
              <span class="row"
                ><a class="quiet" href="/heaps/{heap.id}/test/squeeze" aria-label="Squeeze {heap.name}"
                  >Squeeze</a
                >
                <a class="quiet" href="/heaps/{heap.id}/test/moisture" aria-label="Dry {heap.name}">Dry</a
                ></span
              >
            </li>
          {/each}
        </ul>
      </section>
    {/if}
  </aside>
</div>
