<script lang="ts">
  import { rounded } from '$core/quantity/rounded';
  import { COVERS, COVER_NAMES } from '$core/heap/state/drying';
  import { PLACE_NAMES } from '$core/heap/state/place';
  import { fixed, inUnits, massText, temperatureText } from '$core/quantity/display';
  import { containerWords } from '$lib/ui/entry/entry-words';
  import { api, ApiProblem } from '$lib/ui/api-client';
  import Chart from '$lib/ui/chart/Chart.svelte';
  import { percentAxis, timeAxis } from '$lib/ui/chart/axes';
  import { bandSeries, windowArea, type BandPoint } from '$lib/ui/chart/band';
  import type { Palette } from '$lib/ui/chart/palette';
  import { percentTooltip } from '$lib/ui/chart/tooltip';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { units } from '$lib/ui/preferences';
  import Ticket from '$lib/ui/page/Ticket.svelte';

  const { data } = $props();
  const heap = $derived(data.heap);
  let forecast = $derived(data.forecast);
  let daysText = $state('14');
  let days = $state<number | undefined>(14);
  let airText = $state('');
  let air = $state<number | undefined>();
  let humidityText = $state('');
  let humidity = $state<number | undefined>();
  let sandText = $state('');
  let sand = $state<number | undefined>();
  let problem = $state<string | null>(null);

  const degrees = $derived(units() === 'us' ? '°F' : '°C');
  const celsius = (typed: number) => (units() === 'us' ? (typed - 32) / 1.8 : typed);

  const typed = $derived(
    airText.trim() !== '' && humidityText.trim() !== '' && air !== undefined && humidity !== undefined
  );
  const learned = $derived(data.state.learned);
  /** The station tells of the air outdoors; the figures are of the air around the heap. */
  const placed = $derived(
    forecast.climate.source === 'typed in' ? '' : ` ${PLACE_NAMES[data.state.container.place ?? 'shed']}`
  );

  async function ask(event: SubmitEvent) {
    event.preventDefault();
    problem = null;
    const query = new URLSearchParams({
      hours: String(Math.round((days ?? 14) * 24)),
      ...(typed && {
        air_c: String(celsius(air!)),
        relative_humidity_percent: String(rounded(humidity! * 100, 3))
      }),
      ...(sand !== undefined && sandText.trim() !== '' && { sand_c: String(celsius(sand)) })
    });
    try {
      forecast = await api('GET', `/heaps/${heap.id}/forecast?${query}`);
    } catch (thrown) {
      problem = thrown instanceof ApiProblem ? thrown.message : String(thrown);
    }
  }

  function option(palette: Palette) {
    const points = forecast.curve.map((point): BandPoint => [
      Date.parse(point.at),
      point.moisture_percent,
      point.low_percent,
      point.high_percent
    ]);
    const top = Math.max(data.state.window_percent.max * 1.2, ...points.map((point) => point[3]));
    const { range, line } = bandSeries('moisture', points, palette.heat);
    return {
      grid: { left: 44, right: 16, top: 14, bottom: 28 },
      tooltip: percentTooltip(palette),
      xAxis: timeAxis(palette),
      yAxis: percentAxis(palette, top),
      series: [range, { ...line, markArea: windowArea(data.state.window_percent, palette) }]
    };
  }
</script>

<svelte:head><title>Drying · {heap.name} · Brunkel</title></svelte:head>

<div class="columns">
  <div class="stack">
    <header>
      <h1>How {heap.name} will dry</h1>
      <p class="soft small">
        <a href="/heaps/{heap.id}">Back to {heap.name}</a> · {containerWords(data.state.container)}
      </p>
    </header>
    <Chart
      label="Moisture of {heap.name} over the coming days, with its range and window"
      height="18rem"
      {option}
    />
    <p class="soft small">
      {forecast.climate.source === 'typed in' ? 'Typed in' : forecast.climate.source}: {temperatureText(
        forecast.climate.air_c,
        units()
      )}, {fixed(forecast.climate.relative_humidity_percent, 0)} % humid{placed}.
      {#if learned.drying_learned}
        This heap dries {fixed(learned.drying_factor, 2)} × as fast as the handbook says, by your tests (range
        {fixed(learned.drying_range[0], 2)} to
        {fixed(learned.drying_range[1], 2)}).
      {:else}
        How fast this heap really dries is not learned yet: test it before and after it stands.
      {/if}
      The skin dries first; the core is wetter than the figure.
    </p>
  </div>
  <div class="stack">
    <Ticket title="At the next session">
      <p class="value">{massText(forecast.water_at_end_kg, units())} <span>of water</span></p>
      <p class="small soft">
        to be in temper in {fixed(forecast.hours / 24, 0)} days, standing as it does.
      </p>
      <table>
        <thead><tr><th scope="col">If it stood</th><th scope="col">water then</th></tr></thead>
        <tbody>
          {#each COVERS as cover (cover)}
            <tr class:now={cover === data.state.container.cover}
              ><th scope="row">{COVER_NAMES[cover]}</th><td
                >{massText(forecast.water_by_cover_kg[cover], units())}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
      {#if forecast.sealing_saves_kg > 0.02}
        <p class="small">
          Sealed, it would want <strong>{massText(forecast.sealing_saves_kg, units())}</strong> less: what has gone
          already stays gone.
        </p>
      {/if}
      {#each forecast.advice as each (each)}<p class="small">{inUnits(each, units())}</p>{/each}
    </Ticket>
  </div>
</div>
<form class="stack ask" onsubmit={ask} novalidate>
  <div class="pair">
    <QuantityField label="Next session in, days" dimension="count" bind:text={daysText} bind:si={days} />
    <QuantityField
      label="Air, {degrees}"
      optional
      dimension="count"
      bind:text={airText}
      bind:si={air}
      hint="Left empty: the simulated station"
    />
    <QuantityField
      label="Humidity"
      optional
      dimension="fraction"
      bind:text={humidityText}
      bind:si={humidity}
    />
    <QuantityField
      label="Sand, {degrees}"
      optional
      dimension="count"
      bind:text={sandText}
      bind:si={sand}
      hint="After a pour, or in frost"
    />
  </div>
  {#if problem}<p class="wrong" role="alert">{problem}</p>{/if}
  <p><button class="quiet">Forecast</button></p>
</form>

<style>
  .ask {
    margin-top: 1.5rem;
    max-width: 45rem;
  }
  .value {
    font-family: var(--display);
    font-size: 2.6rem;
    font-weight: 700;
    line-height: 1;
  }
  .value span {
    font-size: 1.1rem;
  }
  table {
    width: 100%;
  }
  th {
    text-align: left;
    font-weight: 400;
  }
  td,
  th:last-child {
    text-align: right;
  }
  td {
    font-family: var(--mono);
  }
  tr + tr,
  tbody tr {
    border-top: 1px solid var(--rule);
  }
  .now {
    font-weight: 700;
  }
  .now th {
    font-weight: 700;
  }
</style>
