<script lang="ts">
  import { fixed } from '$core/quantity/display';
  import { nowIso } from '$core/time/now';
  /** Is it damp? Five minutes with a pan, inside the recipe: what was measured takes the place of the handbook's figure. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { meanSd, testSd } from '$core/bench/test-accuracy';
  import type { MoistureTest } from '$core/bench/tests/moisture';
  import { moistureByDrying } from '$core/bench/formula/moisture';
  import { NINE_IN_TEN } from '$core/judge/normal';
  import { heapTests } from '$lib/schema/heap-test';
  import { check } from '$lib/schema/validate';
  import WaitTimer from '$lib/ui/bench/WaitTimer.svelte';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, zone } from '$lib/ui/field/record-form.svelte';
  import { logRecord } from '$lib/ui/entry/log-entry';

  interface Props {
    /** The lot that it is made on; null: what is not in stock. */
    lot_id: number | null;
    name: string;
    ontake: (moisture_fraction: number) => void;
  }
  const { lot_id, name, ontake }: Props = $props();

  const form = new RecordForm();
  const empty = () => ({ text: '', si: undefined as number | undefined });
  let weights = $state({ pan: empty(), wet: empty(), dry: empty() });
  form.keep(
    `pan:${lot_id ?? name}`,
    () => weights,
    (kept) => (weights = kept)
  );

  const grams = ({ si }: { si: number | undefined }) => (si === undefined ? undefined : si * 1000);
  const body = $derived({
    kind: 'moisture' as const,
    method: 'pan' as const,
    at: nowIso(),
    zone: zone(),
    pan_g: grams(weights.pan),
    wet_g: grams(weights.wet),
    dry_g: grams(weights.dry)
  });
  const read = $derived.by(() => {
    if (!check(heapTests.moisture, body).ok) return null;
    const test = { ...body, kind: 'moisture' } as MoistureTest;
    return {
      moisture: moistureByDrying(test).wet_basis,
      doubt: NINE_IN_TEN * meanSd(testSd(test), null, 1)
    };
  });

  async function take() {
    const found = read;
    const words = `Moisture of ${name}: ${fixed((found?.moisture ?? 0) * 100, 1)} %`;
    if (lot_id !== null) {
      const done = await form.submit(heapTests.moisture, body, (sent) =>
        logRecord(`/lots/${lot_id}/tests`, sent, words)
      );
      if (!done) return;
    }
    form.draft?.finish();
    if (found) ontake(found.moisture);
  }
</script>

<section class="grid gap-3 border-l-2 border-(--water) pl-4" aria-label="Is {name} damp?">
  <p class="small">
    Weigh a pan, then the pan with about 200 g of it; heat it gently, stirring, until it runs like sugar.
  </p>
  <Caution name="drying" />
  <div class="pair">
    <QuantityField
      label="Empty pan"
      dimension="mass"
      size="small"
      bind:text={weights.pan.text}
      bind:si={weights.pan.si}
      error={form.errorOf('pan_g')}
    />
    <QuantityField
      label="Pan and damp sand"
      dimension="mass"
      size="small"
      bind:text={weights.wet.text}
      bind:si={weights.wet.si}
      error={form.errorOf('wet_g')}
    />
    <QuantityField
      label="Pan and dry sand"
      dimension="mass"
      size="small"
      bind:text={weights.dry.text}
      bind:si={weights.dry.si}
      error={form.errorOf('dry_g')}
    />
  </div>
  <WaitTimer seconds={300} name="pan:{lot_id ?? name}" says="{name} in the pan" />
  <p class="row">
    {#if read}<Explained of="formula-moisture"
        >{fixed(read.moisture * 100, 1)} ± {fixed(read.doubt * 100, 1)}
        <span class="unit">% water</span></Explained
      >{/if}
    <button type="button" class="quiet" disabled={!read || form.busy} onclick={take}>Use this figure</button>
  </p>
  <FormTrouble {form} />
</section>
