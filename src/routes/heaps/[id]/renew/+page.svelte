<script lang="ts">
  import { nowIso } from '$core/time/now';
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { moneyText } from '$lib/ui/money';
  import { goto } from '$app/navigation';
  import { bareMassUnit, fixed, massFigure, massText } from '$core/quantity/display';
  import { UNITS } from '$core/quantity/unit';
  import { renewalDone } from '$lib/schema/renewal';
  import { api, ApiProblem } from '$lib/ui/api-client';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import BandSlider from '$lib/ui/field/BandSlider.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import Figure from '$lib/ui/figure/Figure.svelte';
  import { logRenewal } from '$lib/ui/entry/log-entry';
  import { units } from '$lib/ui/preferences';
  import Ticket from '$lib/ui/page/Ticket.svelte';

  const { data } = $props();
  const heap = $derived(data.heap);
  const now = $derived(data.state);
  let renewal = $derived(data.renewal);

  type Window =
    | 'moisture_percent'
    | 'active_clay_percent'
    | 'dead_clay_percent'
    | 'fines_percent'
    | 'total_kg'
    | 'fineness_number';
  /** The windows as sliders: the two ends of each, within what the slider spans. */
  const first = {
    window: data.state.window_percent,
    clay: data.heap.targets.active_clay_percent,
    mass: data.renewal.mass_kg,
    total_kg: data.state.total_kg
  };
  const large_kg = UNITS.mass[bareMassUnit('large', units())]!;
  /** What a slider spans: twice the band to either side, so that a thumb finds room between its two ends. */
  function spanned({ min, max }: { min: number; max: number }, most: number) {
    const width = Math.max(0.5, max - min);
    return {
      min,
      max,
      low: Math.max(0, Math.floor(min - 2 * width)),
      high: Math.min(most, Math.ceil(max + 2 * width))
    };
  }
  let windows = $state([
    {
      field: 'moisture_percent',
      name: 'Moisture',
      unit: '%',
      step: 0.1,
      ...spanned(endsOf('moisture_percent', tenth(first.window.min), tenth(first.window.max)), 10)
    },
    {
      field: 'active_clay_percent',
      name: 'Active clay',
      unit: '%',
      step: 0.1,
      ...spanned(endsOf('active_clay_percent', tenth(first.clay.min), tenth(first.clay.max)), 20)
    },
    {
      field: 'dead_clay_percent',
      name: 'Dead clay',
      unit: '%',
      low: 0,
      high: 15,
      step: 0.1,
      ...endsOf('dead_clay_percent', 0, 15)
    },
    {
      field: 'fines_percent',
      name: 'Fines',
      unit: '%',
      low: 0,
      high: 20,
      step: 0.1,
      ...endsOf('fines_percent', 0, 20)
    },
    {
      field: 'total_kg',
      name: 'Mass',
      unit: bareMassUnit('large', units()),
      low: 0,
      high: Math.ceil(Math.max(first.mass.max, first.total_kg * 2 + 10) / large_kg),
      step: 0.5,
      ...inLarge(endsOf('total_kg', first.mass.min, first.mass.max))
    }
  ]);
  let whole_bags = $state(data.asked.whole_bags ?? false);
  let hold_fineness = $state(data.asked.fineness_number !== undefined);
  const grains = Math.round(data.renewal.heap_fineness_number ?? 100);
  let fineness = $state({
    field: 'fineness_number',
    name: 'Grain fineness',
    unit: '',
    low: 30,
    high: 250,
    step: 1,
    ...endsOf('fineness_number', Math.max(30, grains - 10), Math.min(250, grains + 10))
  });
  const held = $derived(hold_fineness ? [...windows, fineness] : windows);
  let least = $state<'cost' | 'material' | null>(data.asked.least ?? 'cost');
  let problem = $state<string | null>(null);
  const form = new RecordForm();
  form.keep(
    `renew:${data.heap.id}`,
    () => ({ windows, whole_bags, hold_fineness, fineness, least }),
    (kept) => {
      ({ windows, whole_bags, hold_fineness, fineness, least } = kept);
      void solve();
    },
    // Its masses are in the units that it was moved in.
    units()
  );
  let running = false;
  let again = false;

  /** Of a mass in the reader's larger unit, kg. */
  function inLarge({ min, max }: { min: number; max: number }) {
    // Rounded up, it would no longer fit the bin.
    return { min: half(min / large_kg), max: Math.floor((max / large_kg) * 2) / 2 };
  }
  /** The ends of a window: what the address asks for, or else these. */
  function endsOf(field: Window, min: number, max: number) {
    return data.asked[field] ?? { min, max };
  }
  function tenth(value: number) {
    return Math.round(value * 10) / 10;
  }
  function half(value: number) {
    return Math.round(value * 2) / 2;
  }

  /** Works it out anew; while an answer is under way only the newest question waits for its turn. */
  async function solve() {
    again = true;
    if (running) return;
    running = true;
    while (again) {
      again = false;
      await ask();
    }
    running = false;
  }

  async function ask() {
    const body = {
      least: least ?? 'cost',
      whole_bags,
      ...Object.fromEntries(
        held.map(({ field, min, max }) =>
          field === 'total_kg' ? [field, { min: min * large_kg, max: max * large_kg }] : [field, { min, max }]
        )
      )
    };
    try {
      [renewal, problem] = [await api<typeof renewal>('POST', `/heaps/${heap.id}/renewal`, body), null];
    } catch (thrown) {
      problem = thrown instanceof ApiProblem ? thrown.message : String(thrown);
    }
  }

  /** Bags as one carries them: two bags, or an open one to its end. */
  function bagWords(bags: number): string {
    const whole = Math.floor(bags + 1e-6);
    const words = whole === 0 ? '' : `${whole} ${whole === 1 ? 'bag' : 'bags'}`;
    const open = bags - whole > 1e-3 ? 'the open one' : '';
    return [words, open].filter(Boolean).join(' and ');
  }
  const shown = $derived(renewal.feasible ? renewal : renewal.nearest);
  /** The answer in a line, for where the ticket is out of sight. */
  const inShort = $derived.by(() => {
    if (!shown) return 'Not worked out.';
    const parts = [
      ...(shown.discard_kg > 0 ? [`${massText(shown.discard_kg, units())} out`] : []),
      ...shown.additions.map((each) => `${each.name.toLowerCase()} ${massText(each.kg, units())}`)
    ];
    return `${renewal.feasible ? '' : 'Not reached; nearest: '}${parts.join(', ') || 'nothing to add'}`;
  });
  const nameOf = (field: string) =>
    field === 'fineness_number'
      ? 'fineness'
      : (windows.find((window) => window.field === field)?.name ?? field).toLowerCase();

  function bodyNow() {
    if (!renewal.feasible) return null;
    const { discard_kg } = renewal;
    const additions = renewal.additions.map((each) =>
      present({
        ingredient: each.ingredient,
        kg: each.kg,
        lot_id: 'lot_id' in each ? each.lot_id : undefined
      })
    );
    return {
      at: nowIso(),
      zone: zone(),
      expected_heap_version: now.heap_version,
      discard_kg,
      additions
    };
  }

  async function carryOut(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    if (!body) return;
    const done = await form.submit(renewalDone, body, (sent) =>
      logRenewal(heap.id, sent, `${heap.name} is renewed.`)
    );
    if (done) await goto(`/heaps/${heap.id}`);
  }
</script>

<svelte:head><title>Renew · {heap.name} · Brunkel</title></svelte:head>

<div class="columns">
  <div class="stack">
    <header>
      <h1>Renew {heap.name}</h1>
      <p class="soft">
        Say where it should land; Brunkel finds what to throw out and what to add from stock. Move a slider
        and it is worked out anew.
      </p>
    </header>
    <form class="stack" onsubmit={(event) => event.preventDefault()}>
      <Choice
        legend="What counts most?"
        options={[
          { value: 'cost', name: 'Least cost' },
          { value: 'material', name: 'Least new material' }
        ]}
        bind:value={least}
        post="least"
        onchoose={() => void solve()}
      />
      {#if least === 'cost' && renewal.currencies.length > 1}
        <p class="small soft">
          Your stock was paid in {renewal.currencies.join(' and ')}, which have no common price: the least new
          material is taken instead.
        </p>
      {:else if least === 'cost' && renewal.currencies.length === 0}
        <p class="small soft">
          No lot in your <a href="/stock">stock</a> has a price: the least new material is taken instead.
        </p>
      {:else if renewal.guessed_prices.length > 0}
        <p class="small soft">
          No price yet for {renewal.guessed_prices.join(', ')}: counted as dear as the dearest of its kind.
        </p>
      {/if}
      {#if data.renewal.in_bags}
        <label class="tick"
          ><input type="checkbox" class="checkbox" bind:checked={whole_bags} onchange={solve} /> Whole bags only,
          or the rest of an open one</label
        >
      {/if}
      {#if data.renewal.heap_fineness_number !== null}
        <label class="tick"
          ><input type="checkbox" class="checkbox" bind:checked={hold_fineness} onchange={solve} /> Hold the grain
          fineness too, with the sands that were sieved</label
        >
      {/if}
      {#each held as window (window.field)}
        <BandSlider
          label={window.name}
          unit={window.unit}
          low={window.low}
          high={window.high}
          step={window.step}
          bind:min={window.min}
          bind:max={window.max}
          post={window.field}
          onmove={solve}
        />
      {/each}
      <noscript><button class="quiet">Work it out</button></noscript>
    </form>
    <p class="in-short" class:wrong={!renewal.feasible} aria-hidden="true">{inShort}</p>
  </div>
  <div class="stack answer">
    <Ticket
      title={renewal.feasible ? 'To renew it' : renewal.finished ? 'It cannot be reached' : 'Not worked out'}
    >
      {#if problem}<p class="wrong" role="alert">{problem}</p>{/if}
      {#if !renewal.feasible}
        <p class="wrong" aria-live="polite">
          {!renewal.finished
            ? 'Whether this stock reaches all of it took too much work to find out: leave lots out, take sand by the kilogram, or widen a window.'
            : renewal.conflicts.length > 0
              ? `No mix of this stock reaches ${renewal.conflicts.map(nameOf).join(' and ')}.`
              : 'No mix of this stock reaches all of it.'}
          {shown ? (renewal.finished ? 'The nearest:' : 'The nearest that was found:') : ''}
        </p>
      {/if}
      {#if shown}
        <ul class="ruled lines" aria-live="polite">
          {#if shown.discard_kg > 0}<li>
              <span>throw out of the heap</span><Explained of="word-renewal"
                ><Figure figure={massFigure(shown.discard_kg, units())} /></Explained
              >
            </li>{/if}
          {#each shown.additions as each (`${each.name}${'lot_id' in each ? each.lot_id : ''}`)}
            <li>
              <span
                >{each.name}{#if 'bags' in each && each.bags}<span class="soft small"
                    >&nbsp;· {bagWords(each.bags)}</span
                  >{/if}</span
              ><Explained of="word-renewal"><Figure figure={massFigure(each.kg, units())} /></Explained>
            </li>
          {/each}
          {#if shown.discard_kg === 0 && shown.additions.length === 0}<li>
              Nothing: it stands in every window.
            </li>{/if}
        </ul>
        <dl>
          <div>
            <dt>then</dt>
            <dd>
              <Explained of="word-renewal"
                ><Figure figure={massFigure(shown.result.total_kg, units())} /></Explained
              >
            </dd>
          </div>
          <div>
            <dt>moisture</dt>
            <dd><Explained of="word-moisture">{fixed(shown.result.moisture_percent, 1)} %</Explained></dd>
          </div>
          <div>
            <dt>active clay</dt>
            <dd>
              <Explained of="word-active-clay">{fixed(shown.result.active_clay_percent, 1)} %</Explained>
            </dd>
          </div>
          <div>
            <dt>dead clay</dt>
            <dd>
              <Explained of="word-active-clay">{fixed(shown.result.dead_clay_percent, 1)} %</Explained>
            </dd>
          </div>
          <div>
            <dt>fines</dt>
            <dd><Explained of="word-fines">{fixed(shown.result.fines_percent, 1)} %</Explained></dd>
          </div>
          {#if moneyText(shown.cost)}<div>
              <dt>cost</dt>
              <dd>
                <Explained of="word-cost"
                  >{moneyText(shown.cost)}{#if shown.unpriced > 0}<span class="unit">
                      + unpriced</span
                    >{/if}</Explained
                >
              </dd>
            </div>{/if}
          {#if shown.result.fineness_number !== null}<div>
              <dt>fineness</dt>
              <dd><Explained of="formula-fineness">{fixed(shown.result.fineness_number, 0)}</Explained></dd>
            </div>{/if}
        </dl>
      {/if}
      {#if renewal.feasible}
        {#if renewal.off_after_rounding.length > 0}
          <p class="wrong">
            Rounded to 5 g it just misses {renewal.off_after_rounding.map(nameOf).join(' and ')}: widen that
            window a little.
          </p>
        {/if}
        <Caution name="dust" />
        <!-- Without an action of its own an early press waits for the sliders: they may have been moved. -->
        <form method="POST" onsubmit={carryOut}>
          <Posted body={bodyNow()!} />
          <button
            class="act"
            disabled={form.busy || (renewal.additions.length === 0 && renewal.discard_kg === 0)}
            >Done as it says</button
          >
        </form>
      {/if}
      <FormTrouble {form} />
      <p class="small soft">
        Now: {massText(now.total_kg, units())}, {fixed(now.moisture_percent.value, 1)} % water, {fixed(
          now.active_clay_percent.value,
          1
        )} % active and {fixed(now.dead_clay_percent.value, 1)} % dead clay.
      </p>
      <a class="quiet" href="/heaps/{heap.id}">Back to {heap.name}</a>
    </Ticket>
  </div>
</div>

<style>
  .tick {
    display: flex;
    align-items: center;
    gap: 0.6rem;
    min-height: 3rem;
  }
  .tick input {
    flex: none;
  }
  .in-short {
    display: none;
  }
  @media (min-width: 62rem) {
    /* The answer stays in sight while the sliders below the fold are moved. */
    .answer {
      position: sticky;
      top: 1.5rem;
      align-self: start;
    }
  }
  @media (max-width: 61.99rem) {
    .in-short {
      display: block;
      position: sticky;
      bottom: calc(4rem + env(safe-area-inset-bottom));
      margin-inline: -1rem;
      padding: 0.6rem 1rem;
      background: var(--paper);
      border-top: 1px solid var(--rule);
      font-weight: 600;
    }
  }
  .lines li {
    display: flex;
    justify-content: space-between;
    gap: 1rem;
    padding-block: 0.5rem;
    font-size: 1.05rem;
  }
  dl {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem 1.4rem;
  }
  dt {
    font-size: 0.85rem;
    color: var(--soft);
  }
</style>
