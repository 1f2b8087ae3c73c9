<script lang="ts">
  import { nowIso } from '$core/time/now';
  import { fixed, inUnits, massText } from '$core/quantity/display';
  /** The ladder of a temper curve, rung by rung: test, splash, test again, until the peak lies between two. */
  import { RUNGS, type NextRung } from '$core/bench/temper-ladder';
  import { weighable } from '$core/quantity/display';
  import { entries } from '$lib/schema/entry';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import { logEntry } from '$lib/ui/entry/log-entry';
  import { units } from '$lib/ui/preferences';
  import { ON_LADDER } from '$lib/schema/query';
  import WaitTimer from './WaitTimer.svelte';

  interface Rung {
    at: string;
    moisture_percent: number;
    compactability_percent: number | null;
    strength_kpa: number | null;
  }
  interface Props {
    heap_id: number;
    climb: { rungs: readonly Rung[]; next: NextRung; splash_kg: number };
  }
  const { heap_id, climb }: Props = $props();

  const form = new RecordForm();
  // A splash is proposed once, to 5 g; what was typed over it stays from rung to rung.
  const proposed_kg = Math.max(1, Math.round(climb.splash_kg / 0.005)) * 0.005;
  const proposed = weighable(proposed_kg, units());
  let text = $state(proposed.text);
  let kg = $state<number | undefined>(proposed.kg);

  form.keep(
    `ladder:${heap_id}`,
    () => ({ text, kg }),
    (kept) => ({ text, kg } = kept)
  );

  /** The rung that is worked on; a splash is the way from one to the next. */
  const working = $derived(climb.next === 'done' ? -1 : climb.rungs.length);
  const places = $derived(Array.from({ length: Math.max(RUNGS, climb.rungs.length) }, (_, i) => i));
  const test = (kind: string) => `/heaps/${heap_id}/test/${kind}?${ON_LADDER}`;
  const noStrength = $derived(climb.rungs.at(-1)?.strength_kpa === null);

  const bodyNow = () => {
    const at = nowIso();
    return present({ kind: 'water' as const, at, zone: zone(), kg, typed: { kg: text } });
  };

  async function splash(event: SubmitEvent) {
    event.preventDefault();
    await form.submit(entries.water, bodyNow(), (sent) =>
      logEntry(heap_id, sent, `${text} of water is in the heap.`)
    );
  }
</script>

<section class="stack">
  <h2>Climb the ladder: five small splashes</h2>
  <ol>
    {#each places as i (i)}
      {@const rung = climb.rungs[i]}
      <li class:working={i === working} aria-current={i === working ? 'step' : undefined}>
        <span class="number" aria-hidden="true">{i + 1}</span>
        {#if rung}
          <p>
            <strong>{fixed(rung.moisture_percent, 1)} %</strong>
            water{#if rung.compactability_percent !== null}, compactability
              {fixed(rung.compactability_percent, 0)} %{/if}{#if rung.strength_kpa !== null}, strength
              {inUnits(`${fixed(rung.strength_kpa, 0)} kPa`, units())}{/if}
          </p>
        {:else if i !== working}
          <p class="soft">A splash wetter: {massText(proposed_kg, units())} of water.</p>
        {:else if climb.next === 'splash'}
          <div class="stack">
            <p>
              Add a small splash, mull it in, then test again.
              {#if noStrength}Before that, you can still
                <a href={test('green-compression')}>break a cylinder</a> of the last rung.{/if}
            </p>
            <form class="splash" method="POST" action="?/write&{ON_LADDER}" onsubmit={splash} novalidate>
              <Posted body={bodyNow()} />
              <QuantityField
                label="Splash"
                dimension="mass"
                kg_per_l={1}
                size="small"
                bind:text
                bind:si={kg}
                post={{ path: 'kg', factor: 1 }}
                error={form.errorOf('kg')}
              />
              <button class="act" disabled={form.busy}>Log the splash</button>
            </form>
            <FormTrouble {form} />
          </div>
        {:else}
          <div class="stack">
            {#if climb.next === 'start'}
              <p>
                Start with sand a little too dry, and dry and weigh it once, so that the rungs stand where
                they say.
              </p>
            {:else}
              <p>Mull it, then ram a tube; break a cylinder too if you can.</p>
              <WaitTimer says="Rung {i}: rest, covered" seconds={180} name="heap {heap_id}: rung {i}" />
            {/if}
            <div class="tests">
              {#if climb.next === 'start'}<a class="quiet" href={test('moisture')}>Dry and weigh</a>{/if}
              <a class="quiet" href={test('compactability')}>Compactability</a>
              <a class="quiet" href={test('green-compression')}>Break a cylinder</a>
            </div>
          </div>
        {/if}
      </li>
    {/each}
  </ol>
  {#if climb.next === 'done'}
    <p>
      That is the ladder. Where the curve has its peak between two rungs, one more splash is not needed; tests
      that you log later sharpen it.
    </p>
  {/if}
</section>

<style>
  ol {
    display: grid;
    gap: 0.25rem;
  }
  li {
    display: grid;
    grid-template-columns: 2.25rem 1fr;
    align-items: start;
    gap: 0.5rem;
    padding: 0.6rem 0;
    border-bottom: 1px solid var(--rule);
  }
  .number {
    font-family: var(--display);
    font-weight: 700;
    color: var(--soft);
  }
  .working .number {
    color: var(--heat);
  }
  .splash {
    display: grid;
    grid-template-columns: minmax(8rem, 14rem) auto;
    align-items: end;
    justify-content: start;
    gap: 0.75rem;
  }
  .tests {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
  }
</style>
