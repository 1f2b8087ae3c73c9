<script lang="ts">
  import { nowIso } from '$core/time/now';
  /** Burnt sand that lies with the heap: scrape it off, weigh it, throw it out, and what replaces it. */
  import { weighable, massText } from '$core/quantity/display';
  import { entrySchema } from '$lib/ui/entry/entry-schema';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import { ingredientName } from '$lib/ui/entry/entry-words';
  import { logEntry } from '$lib/ui/entry/log-entry';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import { answerTo, type LotChoice } from '$lib/ui/mix/batch-draft';
  import { batchOf, recipeOf } from '$lib/ui/mix/recipe';
  import { recipePicks, type MixHeap } from '$lib/ui/mix/recipe-choices';
  import { units } from '$lib/ui/preferences';

  interface Props {
    heap: MixHeap;
    heap_version: number;
    lots: readonly LotChoice[];
    /** What lies there by the books, kg. */
    burnt_kg: number;
    /** It was sorted since the last pour: what the books still have of it is within the doubt of what burnt. */
    sorted: boolean;
  }
  const { heap, heap_version, lots, burnt_kg, sorted }: Props = $props();
  const oil = $derived(heap.system === 'oil');
  const form = new RecordForm();
  let text = $state('');
  let kg = $state<number | undefined>(undefined);
  /** What was thrown out just now: there is none of it left to ask about, but it wants replacing. */
  let thrown_kg = $state<number | null>(null);
  form.keep(
    `burnt:${heap.id}`,
    () => ({ kg, text }),
    (kept) => ({ kg, text } = kept)
  );

  const replace_kg = $derived(thrown_kg ?? kg ?? burnt_kg);
  const wanted = $derived(weighable(replace_kg, units()).text);
  /** The same recipe that the link leads to. */
  const instead = $derived.by(() => {
    const picks = recipePicks(heap, lots);
    return answerTo(batchOf(heap, picks, recipeOf(heap, picks, { wanted }, units())));
  });
  const parts = $derived(
    (instead?.lines ?? [])
      .filter((line) => line.kg > 0.0005)
      .map((line) => `${massText(line.kg, units())} of ${ingredientName(line.pick?.kind ?? 'water')}`)
      .join(', ')
  );

  const bodyNow = () =>
    present({
      kind: 'discarded' as const,
      at: nowIso(),
      zone: zone(),
      expected_heap_version: heap_version,
      kg,
      burnt: true,
      typed: { kg: text }
    });
  async function done(event: SubmitEvent) {
    event.preventDefault();
    const sent_kg = kg;
    const words = `${massText(kg ?? 0, units())} of burnt sand is out of the heap.`;
    if (await form.submit(entrySchema('discarded'), bodyNow(), (sent) => logEntry(heap.id, sent, words))) {
      thrown_kg = sent_kg ?? null;
      [kg, text] = [undefined, ''];
    }
  }
</script>

{#if (burnt_kg > 0.005 && !sorted) || thrown_kg !== null}
  <section class="grid gap-3" aria-label="Burnt skin">
    <h2>Burnt skin</h2>
    {#if thrown_kg === null}
      <p class="small">
        About {massText(burnt_kg, units())} lies by the heap, by what was poured. When it is cold, scrape off
        {oil
          ? 'what is black, dry and smells of smoke, down to sand that is oily and holds in the fist: burnt oil sand does not bind again.'
          : 'what is black, red or baked hard; pale sand that only dried goes back.'}
        Weigh it as you throw it out.
      </p>
      <Caution name="dust" />
      <form
        class="flex flex-wrap items-end gap-3"
        method="POST"
        action="/heaps/{heap.id}?/write"
        onsubmit={done}
        novalidate
      >
        <Posted body={bodyNow()} />
        <QuantityField
          label="Burnt sand, weighed"
          dimension="mass"
          size="small"
          bind:text
          bind:si={kg}
          post={{ path: 'kg', factor: 1 }}
          error={form.errorOf('kg')}
        />
        <button class="quiet" disabled={form.busy}>Log it thrown out</button>
      </form>
      <FormTrouble
        {form}
        onlikely={(likely) => {
          ({ kg, text } = weighable(likely, units()));
        }}
      />
    {/if}
    {#if parts}
      <p class="small">
        To replace {thrown_kg !== null || kg !== undefined ? 'it' : 'that much'}: {parts}.
        <a href="/heaps/{heap.id}/mix?wanted={encodeURIComponent(wanted)}"
          >Mix {massText(replace_kg, units())}</a
        >
      </p>
    {/if}
  </section>
{/if}
