<script lang="ts">
  import { FEWEST_READINGS, signalWords } from '$core/judge/phases';
  import { fixed, inUnits, massText } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import GradeTally from '$lib/ui/chart/GradeTally.svelte';
  import ControlChart from '$lib/ui/chart/ControlChart.svelte';
  import Term from '$lib/ui/term/Term.svelte';
  import { dayOf } from '$lib/ui/date/reader-day';
  import { shortDate } from '$lib/ui/date/written-date';
  import { fullDate } from '$lib/ui/date/written-day';

  const { data } = $props();
  type Shown = (typeof data.charts)[number];
  /** What began a phase, and when. */
  const sinceWhen = (since: string | null, from: number | null) =>
    since === null || from === null ? since : `${since} of ${fullDate(dayOf(from))}`;
  /** Each rule that was broken in a phase, once: when first, and how often. */
  const said = ({ phases }: Shown) =>
    phases.flatMap(({ since, from, signals }) =>
      [...new Set(signals.map(({ rule }) => rule))].map((rule) => {
        const of = signals.filter((signal) => signal.rule === rule);
        return {
          words: signalWords({ rule }, sinceWhen(since, from)),
          at: new Date(of[0]!.at).toISOString(),
          times: of.length
        };
      })
    );
  // What was measured comes first; of that what is no chance.
  const charts = $derived(
    [...data.charts].sort(
      (a, b) => Number(b.measured) - Number(a.measured) || said(b).length - said(a).length
    )
  );
  const READS: Record<string, (value: number) => string> = {
    kg: (value) => massText(value, units()),
    kPa: (value) => inUnits(`${fixed(value, 0)} kPa`, units()),
    '%': (value) => `${fixed(value, 1)} %`
  };
  /** From where to where a property went in its last phase. */
  function course({ phases, unit }: Shown) {
    const { readings: of, since, from } = phases.findLast(({ chart }) => chart !== null)!;
    const read = READS[unit] ?? ((value: number) => fixed(value, 2));
    const [first, last] = [read(of[0]!.value), read(of.at(-1)!.value)];
    const ago = sinceWhen(since, from) ?? `since ${fullDate(dayOf(of[0]!.at))}`;
    if (first !== last) return `From ${first} to ${last} ${ago}.`;
    const values = of.map(({ value }) => value);
    const [least, most] = [read(Math.min(...values)), read(Math.max(...values))];
    // As it began is not as it was all the while.
    return least === most
      ? `${last} ${ago}, unchanged.`
      : `${last} ${ago}, between ${least} and ${most} on the way.`;
  }
  const often = (times: number) => (times === 2 ? ', and once more' : `, and ${times - 1} times after`);
  const enough = (chart: Shown) => chart.phases.some(({ chart: of }) => of !== null);
  const drawn = $derived(charts.filter(enough));
  const graded = $derived(charts.filter((chart) => chart.graded));
  const waiting = $derived(charts.filter((chart) => !chart.graded && !enough(chart)));
  const readings = (chart: Shown) => chart.phases.reduce((sum, phase) => sum + phase.readings.length, 0);
</script>

<svelte:head><title>{data.heap.name}, drift · Brunkel</title></svelte:head>

<div class="stack">
  <header>
    <h1>Drift of {data.heap.name}</h1>
    <p class="soft max-w-2xl">
      Every reading against <Term name="limits">the limits</Term> that its own phase sets. What lies within them
      is chance; what is ringed is not. A renewal or another clay begins a new phase.
    </p>
  </header>
  {#if drawn.length + graded.length === 0}
    <p>
      Not known yet: no property has {FEWEST_READINGS} readings in one phase.
      <a href="/heaps/{data.heap.id}/test">Test the heap</a>, and its drift shows here.
    </p>
  {/if}
  <div class="grid gap-8 desk:grid-cols-2">
    {#each drawn as chart (chart.name)}
      {@const signals = said(chart)}
      <section class="grid content-start gap-2 border-t-2 border-(--ink) pt-3" aria-label={chart.name}>
        <h2 class="flex items-baseline justify-between gap-3">
          <span class="first-letter:uppercase">{chart.name}</span>
          <span class="soft small font-normal"
            >{chart.measured ? 'measured' : 'worked out from the ledger'}</span
          >
        </h2>
        <ControlChart
          label="Control chart of {chart.name} of {data.heap.name}"
          unit={chart.unit}
          measured={chart.measured}
          phases={chart.phases}
        />
        {#if !chart.measured}<p>{course(chart)}</p>{/if}
        {#if signals.length === 0}
          <p class="soft small">{readings(chart)} readings, and nothing that chance does not do.</p>
        {:else if chart.measured}
          {@render rules(signals)}
        {:else}
          <!-- What is worked out drifts with every pour: that it breaks rules is no news, from where to where is. -->
          <details>
            <summary class="small min-h-12 cursor-pointer py-3">What the run rules say of it</summary>
            {@render rules(signals)}
          </details>
        {/if}
      </section>
    {/each}
    {#each graded as { name, phases } (name)}
      <section class="grid content-start gap-2 border-t-2 border-(--ink) pt-3" aria-label={name}>
        <h2 class="flex items-baseline justify-between gap-3">
          <span class="first-letter:uppercase">{name}</span>
          <span class="soft small font-normal">by hand</span>
        </h2>
        {#each phases as { since, from, readings: of } (from)}
          <GradeTally
            grades={of.map(({ value }) => value)}
            since={sinceWhen(since, from)}
            system={data.heap.system}
          />
        {/each}
      </section>
    {/each}
  </div>
  {#if waiting.length > 0}
    <p class="soft small">
      Too few readings for limits yet: {waiting
        .map((chart) => `${chart.name} (${readings(chart)})`)
        .join(', ')}.
    </p>
  {/if}
</div>

{#snippet rules(signals: ReturnType<typeof said>)}
  <ul class="small grid gap-1">
    {#each [...signals].reverse() as { words, at, times } (words)}
      <li>
        <strong class="inline-block first-letter:uppercase">{words}</strong>
        <span class="soft">{shortDate(at)}{times > 1 ? often(times) : ''}</span>
      </li>
    {/each}
  </ul>
{/snippet}
