<script lang="ts">
  import Fig from '$lib/ui/figure/Fig.svelte';
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { NINE_IN_TEN } from '$core/judge/normal';
  import type { PageProps } from './$types';
  import { durationText, fixed, massFigure, massText, ratioText } from '$core/quantity/display';
  import { BINDER_NAMES } from '$core/reference/targets';
  import FoldedOnPhone from '$lib/ui/page/FoldedOnPhone.svelte';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import StoryChart from '$lib/ui/chart/StoryChart.svelte';
  import BurntSkin from '$lib/ui/heap/BurntSkin.svelte';
  import UntoldStory from '$lib/ui/heap/UntoldStory.svelte';
  import Figure from '$lib/ui/figure/Figure.svelte';
  import Ledger from '$lib/ui/ledger/Ledger.svelte';
  import { confirmReading } from '$lib/ui/entry/log-entry';
  import { containerWords } from '$lib/ui/entry/entry-words';
  import { shortDate } from '$lib/ui/date/written-date';
  import type { HeapTestKind } from '$core/bench/heap-test';
  import { TEST_NAMES } from '$core/heap/names';
  import { units } from '$lib/ui/preferences';
  import BeforeAfter from '$lib/ui/temper/BeforeAfter.svelte';
  import DryWetRuler from '$lib/ui/temper/DryWetRuler.svelte';
  import { moistureDecimals } from '$lib/ui/temper/moisture-words';
  import HeapStrip from '$lib/ui/temper/HeapStrip.svelte';
  import Prescription from '$lib/ui/temper/Prescription.svelte';
  import Term from '$lib/ui/term/Term.svelte';
  import VerdictWord from '$lib/ui/temper/VerdictWord.svelte';

  const { data }: PageProps = $props();
  const heap = $derived(data.heap);
  const now = $derived(data.state);
  /** Of the last pour and the last burnt sand thrown out, the latter came last. */
  const sorted = $derived(
    data.ledger.items.find(
      ({ kind, burnt, undone_at }) =>
        undone_at === null && (kind === 'poured' || (kind === 'discarded' && burnt))
    )?.kind === 'discarded'
  );
  const untold = $derived(data.untold);
  const empty = $derived(now.verdict === 'empty');
  const oil = $derived(heap.system === 'oil');
  const last = $derived(data.ledger.items.find((row) => row.undone_at === null));
  const stood = $derived(last ? (Date.parse(now.at) - Date.parse(last.at)) / 1000 : 0);
  const spread = (sd: number) => fixed(NINE_IN_TEN * sd, 1);
  const needs = $derived(!['sand', 'nothing'].includes(now.prescription.need));
  /** Which readings the moisture rests on, in a sentence. */
  function restsOn(rests: { kind: HeapTestKind; at: string; weight: number }[]): string {
    if (rests.length === 0) return 'The moisture rests on the weights you logged; no test tells of it yet.';
    const shares = rests.map(
      ({ kind, at, weight }) => `${TEST_NAMES[kind]} of ${shortDate(at)} (${fixed(weight * 100, 0)} %)`
    );
    return `The moisture rests on ${shares.join(', ')}${
      rests.reduce((sum, { weight }) => sum + weight, 0) < 0.95 ? ' and on the weights you logged' : ''
    }.`;
  }
  /** How its window compares with what is usual of its kind: a check, as its clay decides. */
  const unusual = $derived(
    now.usual_moisture_check
      ? ` That is ${now.usual_moisture_check === 'below-usual' ? 'drier' : 'wetter'} than is usual of its kind: its clay says so.`
      : ''
  );
  const oddText = (figure: number, unit: string) =>
    unit === '%' ? `${fixed(figure, 1)} %` : `${fixed(figure, 2)} ${unit}`;
  const again = (kind: string) => `/heaps/${heap.id}/test/${kind}`;
  const fine = $derived(moistureDecimals(now.moisture_percent.value));
  const moisture = $derived({ value: fixed(now.moisture_percent.value, fine), unit: '%' });
  const percent = (value: number) => ({ value: fixed(value, 1), unit: '%' });
</script>

<svelte:head><title>{heap.name} · Brunkel</title></svelte:head>

<div class="columns">
  <div class="stack story">
    <nav class="tabs" aria-label="Heaps">
      {#each data.heaps as each (each.id)}
        <a href="/heaps/{each.id}" aria-current={each.id === heap.id ? 'page' : undefined}>{each.name}</a>
      {/each}
    </nav>
    <header class="head">
      <div>
        <h1>{heap.name}</h1>
        <p class="soft small">
          {BINDER_NAMES[heap.binder]} · {containerWords(now.container)}{#if stood > 86400}
            &nbsp;· stood {durationText(stood)} since the last entry{/if}
          · <a href="/heaps/{heap.id}/settings">Windows and container</a>
        </p>
      </div>
      <p class="judged"><VerdictWord state={now} look {oil} /></p>
    </header>
    {#if !empty}
      <DryWetRuler
        {oil}
        known={now.seen}
        window={now.window_percent}
        value={now.moisture_percent.value}
        sd={now.moisture_percent.sd}
        measured={data.measured}
        aim={needs ? now.prescription.result.moisture_percent : null}
      />
      {#if data.measured !== null}
        <p class="soft small hidden desk:block">
          <Term name="ring">The ring</Term>: measured by drying, {fixed(data.measured, 1)} %.
        </p>
      {/if}
    {/if}
  </div>

  <div class="stack do">
    <Prescription {heap} state={now} />
    {#key heap.id}
      <BurntSkin {heap} heap_version={now.heap_version} lots={data.lots} burnt_kg={now.burnt_kg} {sorted} />
    {/key}
    {#if untold && untold.suspect !== 'unweighed' && untold.suspect !== 'hand-leans'}
      <UntoldStory heap_id={heap.id} {untold} />
    {/if}
    {#each now.questioned_tests.slice(-1) as odd (odd.entry_id)}
      <section class="odd small" role="note">
        <p>
          <strong>A reading to look at again:</strong>
          a {odd.kind.replace('-', ' ')} test read {oddText(odd.read, odd.unit)} where {oddText(
            odd.expected,
            odd.unit
          )} ± {oddText(NINE_IN_TEN * odd.sd, odd.unit)} was expected. It does not count until another like it,
          or you, bear it out.
        </p>
        <p class="row">
          <a class="quiet" href={again(odd.kind)}>Test once more</a>
          <button class="quiet" type="button" onclick={() => confirmReading(heap.id, odd.entry_id)}
            >It is right: count it</button
          >
          <a class="quiet" href="/heaps/{heap.id}/entries/{odd.entry_id}">Mend it or leave it out</a>
        </p>
      </section>
    {/each}
    {#if needs}
      <FoldedOnPhone title="What it changes">
        <section aria-label="Effect"><BeforeAfter state={now} /></section>
      </FoldedOnPhone>
    {/if}
    {#if !empty}
      <section class="sure">
        <h2 class="hidden desk:block">Not sure? Test it</h2>
        {#if now.best_next_test}
          {@const best = now.best_next_test}
          <p class="small soft hidden desk:block">
            The water is in doubt by ± {massText(NINE_IN_TEN * best.sd_before_kg, units())}. Most for the
            work: {best.kind === 'moisture' ? `dry and weigh (${best.method})` : best.kind.replace('-', ' ')},
            which narrows it to ± {massText(NINE_IN_TEN * best.sd_after_kg, units())}.
          </p>
        {/if}
        {#if untold?.suspect === 'unweighed'}
          <p class="small soft hidden desk:block">
            It has been through {untold.casting_days} casting days unweighed, and a little is lost each time.
            <a href="/heaps/{heap.id}/log?kind=weighed">Weigh the whole heap</a>
          </p>
        {:else if untold?.suspect === 'hand-leans'}
          <p class="small soft">
            {untold.member} squeezes on the {untold.leans} side, drying tests say. The estimate allows for
            <a href="/hands">that hand</a>.
          </p>
        {/if}
        <p class="row">
          <a class="quiet" href="/heaps/{heap.id}/test/squeeze">Squeeze, a minute</a>
          <a class="quiet" href="/heaps/{heap.id}/test/moisture">Dry and weigh</a>
          <a class="quiet" href="/heaps/{heap.id}/test">All tests</a>
        </p>
      </section>
    {/if}
  </div>

  <div class="stack facts">
    {#if !empty}
      <div class="folds">
        <FoldedOnPhone title="What is in it">
          <section>
            <h2>
              <Fig name="heap.total-kg" id={heap.id} value={now.total_kg}
                >{massText(now.total_kg, units())}</Fig
              > in the heap{#if now.out_kg > 0.01 * now.total_kg}, {massText(now.out_kg, units())} out in molds{/if}{#if now.burnt_kg > 0.005},
                <Fig name="heap.burnt-kg" id={heap.id} value={now.burnt_kg}
                  >{massText(now.burnt_kg, units())}</Fig
                > burnt beside it{/if}
            </h2>
            <div class="gap"><HeapStrip sand={now.composition_kg} /></div>
            <dl class="figures">
              <div>
                <dt>moisture</dt>
                <dd>
                  <Explained
                    of="word-moisture"
                    figure={{ name: 'heap.moisture-percent', id: heap.id, value: now.moisture_percent.value }}
                    ><Figure
                      figure={moisture}
                      spread={fixed(NINE_IN_TEN * now.moisture_percent.sd, fine)}
                    /></Explained
                  >
                </dd>
              </div>
              <div>
                <dt>{oil ? 'organoclay' : 'active clay'}</dt>
                <dd>
                  <Explained
                    of="word-active-clay"
                    figure={{
                      name: 'heap.active-clay-percent',
                      id: heap.id,
                      value: now.active_clay_percent.value
                    }}
                    ><Figure
                      figure={percent(now.active_clay_percent.value)}
                      spread={spread(now.active_clay_percent.sd)}
                    /></Explained
                  >
                </dd>
              </div>
              <div>
                <dt><Term name="active-clay">dead clay</Term></dt>
                <dd>
                  <Explained
                    of="formula-settles"
                    figure={{
                      name: 'heap.dead-clay-percent',
                      id: heap.id,
                      value: now.dead_clay_percent.value
                    }}
                    ><Figure
                      figure={percent(now.dead_clay_percent.value)}
                      spread={spread(now.dead_clay_percent.sd)}
                    /></Explained
                  >
                </dd>
              </div>
              {#if oil}
                <div>
                  <dt>oil</dt>
                  <dd>
                    <Explained of="word-binder"
                      ><Figure
                        figure={percent(now.oil_percent.value)}
                        spread={spread(now.oil_percent.sd)}
                      /></Explained
                    >
                  </dd>
                </div>
              {:else}
                <div>
                  <dt><Term name="water-clay">water : clay</Term></dt>
                  <dd><Explained of="formula-temper-ratio">{ratioText(now.temper_ratio)}</Explained></dd>
                </div>
              {/if}
              <div>
                <dt>on hand</dt>
                <dd>
                  <Explained of="word-estimate"
                    ><Figure figure={massFigure(now.total_kg, units())} /></Explained
                  >
                </dd>
              </div>
            </dl>
            <p class="soft small">
              {restsOn(now.rests_on)}
              <Term name="estimate">Dotted figures</Term> are estimates with the range that holds nine times in
              ten. Moisture is of the wet sand, clay of the dry mix. Window:
              {fixed(now.window_percent.min, 1)} to {fixed(now.window_percent.max, 1)} % water ({heap.targets
                .moisture_percent.source === 'handbook'
                ? oil
                  ? 'handbook default'
                  : 'by the clay it has, and what dead clay and fines hold'
                : 'your entry'}).{unusual}
            </p>
          </section>
        </FoldedOnPhone>
        <FoldedOnPhone title="How it went, 90 days">
          <StoryChart
            heap_id={heap.id}
            version={heap.version}
            moisture={now.window_percent}
            clay={{ min: heap.targets.active_clay_percent.min, max: heap.targets.active_clay_percent.max }}
          />
        </FoldedOnPhone>
        <FoldedOnPhone title="More about this heap">
          <p class="row">
            <a class="quiet" href="/heaps/{heap.id}/renew">Renew it from stock</a>
            <a class="quiet" href="/heaps/{heap.id}/drying">How it will dry</a>
            {#if !oil}<a class="quiet" href="/heaps/{heap.id}/temper-curve">Temper curve</a>{/if}
            <a class="quiet" href="/heaps/{heap.id}/learned">What it has taught</a>
            <a class="quiet" href="/heaps/{heap.id}/charts">Its drift</a>
            <a class="quiet" href="/heaps/{heap.id}/what-if">What if</a>
            {#if untold?.suspect === 'unweighed'}
              <a class="quiet desk:hidden" href="/heaps/{heap.id}/log?kind=weighed">Weigh the whole heap</a>
            {:else if untold?.suspect === 'hand-leans'}
              <a class="quiet desk:hidden" href="/hands">See whose squeezes lean</a>
            {/if}
            <PrintSheet />
            {#if data.heaps.length > 1}
              <a class="quiet" href="/heaps/compare?first={heap.id}">Beside another heap</a>
            {/if}
          </p>
        </FoldedOnPhone>
      </div>
    {/if}
    <FoldedOnPhone title="Ledger" opened={data.ledger.total === 0}>
      <section>
        <header class="ledger-head">
          <h2 class="hidden desk:block">Ledger</h2>
          <p class="row">
            <a class="quiet" href="/heaps/{heap.id}/mix">Mix a batch</a>
            <a class="quiet" href="/heaps/{heap.id}/log">Write an entry</a>
          </p>
        </header>
        {#if data.ledger.items.length === 0}
          <p class="soft gap">
            Nothing has happened to this heap yet. What you mix, add, test and throw out is kept here, and can
            be undone.
          </p>
        {:else}
          <Ledger rows={data.ledger.items} />
          {#if data.ledger.total > data.ledger.items.length}
            <p class="gap">
              <a class="quiet" href="/heaps/{heap.id}/ledger">All {data.ledger.total} entries, to search</a>
            </p>
          {/if}
        {/if}
      </section>
    </FoldedOnPhone>
  </div>
</div>

<style>
  .tabs {
    display: flex;
    gap: 1.5rem;
    overflow-x: auto;
    border-bottom: 1px solid var(--ink);
  }
  .tabs a {
    display: inline-flex;
    align-items: center;
    min-height: 3rem;
    white-space: nowrap;
    text-decoration: none;
    color: var(--soft);
    border-bottom: 4px solid transparent;
  }
  .tabs a[aria-current] {
    color: var(--ink);
    font-weight: 700;
    border-color: var(--heat);
  }
  .tabs a:focus-visible {
    outline-offset: -3px;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: end;
    gap: 0.5rem 1.5rem;
  }
  .judged {
    font-size: 2rem;
  }
  .gap {
    margin-top: 0.75rem;
  }
  .figures {
    display: flex;
    flex-wrap: wrap;
    gap: 0.9rem 2rem;
    margin-block: 0.9rem;
  }
  dt {
    font-size: 0.875rem;
    color: var(--soft);
  }
  dd {
    font-size: 1.15rem;
  }
  .ledger-head {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 0.5rem;
    padding-bottom: 0.5rem;
    border-bottom: 1px solid var(--ink);
  }
  .odd,
  .sure {
    display: grid;
    gap: 0.5rem;
  }
  .folds {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
  }
  @media (min-width: 62rem) {
    .do {
      grid-column: 2;
      grid-row: 1 / span 2;
    }
    .story,
    .facts {
      grid-column: 1;
    }
    .folds {
      gap: 1.5rem;
    }
    .columns {
      grid-template-rows: auto 1fr;
    }
  }
  @media (max-width: 61.99rem) {
    .sure a {
      flex: 1;
    }
    .folds {
      border-top: 1px solid var(--rule);
    }
  }
</style>
