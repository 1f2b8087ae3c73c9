<script lang="ts">
  /** What somebody has otherwise than it was worked out: school, wall, pins of their own, weights on the cope. */
  import { readAnew } from '$lib/ui/read-anew';
  import { ALLOYS, ALLOY_NAMES, USUAL_ALLOY, type Alloy } from '$core/reference/alloys';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { GATES, type Gate } from '$core/metal/gating';
  import { GATING_SCHOOLS, type GatingSchool } from '$core/metal/gating-plan';
  import { RISER_KINDS, type RiserKind } from '$core/metal/riser';
  import { editableLength, massText, temperatureText } from '$core/quantity/display';
  import { parseQuantity } from '$core/quantity/parse';
  import type { MoldGating } from '$lib/schema/pour';
  import Choice from '$lib/ui/field/Choice.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present } from '$lib/ui/field/record-form.svelte';
  import TemperatureField from '$lib/ui/field/TemperatureField.svelte';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';

  interface Props {
    session_id: number;
    mold: {
      id: number;
      gating: MoldGating | null;
      metal: Alloy | null;
      alloy_id: number | null;
      version: number;
    };
    /** Alloys of one's own. */
    alloys: readonly { id: number; name: string; based_on: Alloy }[];
    /** As it stands while one types. */
    gating: MoldGating;
    hold_down_kg: number;
  }
  let { session_id, mold, alloys, gating = $bindable(), hold_down_kg }: Props = $props();
  const form = new RecordForm();
  /** What few make otherwise than it is worked out. */
  const ROOMY = [
    { field: 'runner_width_mm', label: 'Width of the runner' },
    { field: 'runner_height_mm', label: 'Height of the runner' },
    { field: 'basin_length_mm', label: 'Length of the basin' },
    { field: 'basin_width_mm', label: 'Width of the basin' },
    { field: 'basin_depth_mm', label: 'Depth of the basin' }
  ] as const;
  type Length =
    | 'wall_mm'
    | 'sprue_bottom_mm'
    | 'sprue_top_mm'
    | 'ingate_width_mm'
    | 'ingate_height_mm'
    | 'riser_mm'
    | (typeof ROOMY)[number]['field'];
  const LENGTHS: readonly { field: Length; label: string; hint?: string }[] = [
    { field: 'wall_mm', label: 'Thinnest wall' },
    { field: 'sprue_bottom_mm', label: 'Sprue at its foot' },
    { field: 'sprue_top_mm', label: 'Sprue at its mouth' },
    { field: 'ingate_width_mm', label: 'Width of a gate' },
    { field: 'ingate_height_mm', label: 'Height of a gate' },
    { field: 'riser_mm', label: 'Riser', hint: 'How wide; 0 is none' }
  ];
  /** What a sprue pin is usually made of, as it lies at hand. */
  const PINS = {
    metric: ['12 mm', '15 mm', '20 mm', '25 mm'],
    us: ['1/2 in', '5/8 in', '3/4 in', '1 in']
  } as const;
  const given = mold.gating ?? {};
  const count = (value: number | undefined) => (value === undefined ? '' : String(value));
  let typed = $state({
    metal: mold.alloy_id === null ? (mold.metal ?? USUAL_ALLOY) : `own:${mold.alloy_id}`,
    gate: (given.gate ?? 'parting') as Gate | null,
    school: (given.school ?? 'carved') as GatingSchool | null,
    riser_stands: (given.riser_stands ?? 'worked-out') as RiserKind | 'worked-out' | null,
    lengths: Object.fromEntries(
      [...LENGTHS, ...ROOMY].map(({ field }) => {
        const mm = given[field];
        return [
          field,
          mm === undefined
            ? { text: '', si: undefined }
            : { text: editableLength(mm / 1000, units()), si: mm / 1000 }
        ];
      })
    ) as Record<Length, { text: string; si: number | undefined }>,
    ingates: count(given.ingates),
    pour_s: count(given.pour_s),
    hardness: count(given.hardness),
    held: {
      text: given.held_kg === undefined ? '' : massText(given.held_kg, units()),
      si: given.held_kg
    },
    sand: { text: '', celsius: given.sand_c }
  });
  form.fillFrom(mold);
  form.keep(
    `gating:${mold.id}`,
    () => typed,
    // A draft of before knows nothing of fields that came later.
    (back) => (typed = { ...typed, ...back, lengths: { ...typed.lengths, ...back.lengths } })
  );
  const number = (text: string) => (text.trim() === '' ? undefined : Number(text.replace(',', '.')));
  const now = $derived<MoldGating>(
    present({
      gate: typed.gate ?? undefined,
      school: typed.school ?? undefined,
      riser_stands: typed.riser_stands === 'worked-out' ? undefined : (typed.riser_stands ?? undefined),
      ...Object.fromEntries(
        [...LENGTHS, ...ROOMY].map(({ field }) => {
          const { text, si } = typed.lengths[field];
          return [
            field,
            text.trim() === '' ? undefined : si === undefined ? NaN : Number((si * 1000).toPrecision(6))
          ];
        })
      ),
      // They are set and taken out where the mold is seen to freeze.
      chills: given.chills,
      ingates: number(typed.ingates),
      pour_s: number(typed.pour_s),
      hardness: number(typed.hardness),
      held_kg: typed.held.text.trim() === '' ? undefined : (typed.held.si ?? NaN),
      sand_c: typed.sand.text.trim() === '' ? undefined : (typed.sand.celsius ?? NaN)
    })
  );
  const sound = (of: MoldGating): MoldGating =>
    Object.fromEntries(
      Object.entries(of).filter(
        ([field, value]) =>
          typeof value !== 'number' ||
          (Number.isFinite(value) && (value > 0 || (field === 'riser_mm' && value === 0)))
      )
    );
  $effect(() => {
    gating = sound(now);
  });
  /** A dowel is as wide at its foot as at its mouth. */
  function takePin(pin: string) {
    const read = parseQuantity(pin, 'length', 'mm');
    const si = read.ok ? read.si : undefined;
    typed.lengths.sprue_bottom_mm = { text: pin, si };
    typed.lengths.sprue_top_mm = { text: pin, si };
  }
  const schema = () => import('$lib/schema/session').then(({ moldChange }) => moldChange);
  const errorOf = (field: string) => form.errorOf(`gating.${field}`);

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const own = alloys.find(({ id }) => `own:${id}` === typed.metal);
    const metal = own ? { metal: own.based_on, alloy_id: own.id } : { metal: typed.metal, alloy_id: null };
    const where = `/sessions/${session_id}/molds/${mold.id}`;
    const done = await form.amend(schema, where, { gating: now, ...metal });
    if (done === undefined) return;
    form.draft?.finish();
    told('Written down with the mold.');
    await readAnew();
  }
  const RISER_WORDS = {
    'worked-out': 'As worked out',
    'on-top': 'On the casting',
    beside: 'Beside it, open',
    blind: 'Beside it, blind'
  } as const;
  const roomy = $derived(
    typed.riser_stands !== 'worked-out' || ROOMY.some(({ field }) => typed.lengths[field].text !== '')
  );
  const GATE_WORDS = { parting: 'At the parting', bottom: 'At the bottom', top: 'At the top' } as const;
</script>

{#snippet lengthField({ field, label, hint }: { field: Length; label: string; hint?: string })}
  <QuantityField
    {label}
    {hint}
    dimension="length"
    optional
    bind:text={typed.lengths[field].text}
    bind:si={typed.lengths[field].si}
    error={errorOf(field)}
  />
{/snippet}

<form class="stack" onsubmit={save} novalidate>
  <SelectField
    label="Poured of"
    bind:value={typed.metal}
    error={form.errorOf('metal')}
    options={[
      ...ALLOY_NAMES.map((value) => ({
        value: value as string,
        name: ALLOYS[value].name,
        group: 'The handbook’s'
      })),
      ...alloys.map(({ id, name }) => ({ value: `own:${id}`, name, group: 'Your own' }))
    ]}
  />
  <p class="small"><a href="/alloys">Alloys of your own</a></p>
  <Choice
    legend="How it is gated"
    options={GATING_SCHOOLS.map((value) => ({
      value,
      name: value === 'carved' ? 'Carved' : 'Formed',
      about:
        value === 'carved'
          ? 'cut with a spoon: nothing to make, every edge is one’s own'
          : 'rammed over pieces: alike every time, they are to be made'
    }))}
    bind:value={typed.school}
  />
  <Choice
    legend="Where the metal comes in"
    options={GATES.map((value) => ({ value, name: GATE_WORDS[value] }))}
    bind:value={typed.gate}
  />
  <p class="soft small">
    Type what you have at hand: it is judged and used. Leave a field empty to have it worked out.
  </p>
  <div class="row flex-wrap items-center" role="group" aria-label="Pins at hand">
    <span class="soft small">Straight pin at hand:</span>
    {#each PINS[units()] as pin (pin)}
      <button type="button" class="quiet" onclick={() => takePin(pin)}>{pin}</button>
    {/each}
  </div>
  <div class="pair">
    {#each LENGTHS as each (each.field)}{@render lengthField(each)}{/each}
    <QuantityField
      label="Gates"
      dimension="count"
      optional
      bind:text={typed.ingates}
      error={errorOf('ingates')}
    />
    <QuantityField
      label="Poured in, s"
      dimension="count"
      optional
      bind:text={typed.pour_s}
      error={errorOf('pour_s')}
    />
    <QuantityField
      label="Weights on the cope"
      dimension="mass"
      optional
      bind:text={typed.held.text}
      bind:si={typed.held.si}
      error={errorOf('held_kg')}
      hint={hold_down_kg > 0
        ? `It wants ${massText(hold_down_kg, units())}; clamps count as what they hold`
        : 'Its own weight holds it'}
    />
    <QuantityField
      label="Rammed, by the hardness tester"
      dimension="count"
      optional
      bind:text={typed.hardness}
      error={errorOf('hardness')}
      hint="0 to 100"
    />
    <TemperatureField
      label="Sand as it was rammed"
      optional
      bind:text={typed.sand.text}
      bind:celsius={typed.sand.celsius}
      error={errorOf('sand_c')}
      hint="Over {temperatureText(50, units())} it dries at its face"
    />
  </div>
  <details open={roomy || ROOMY.some(({ field }) => errorOf(field))}>
    <summary>Basin, runner and place of the riser</summary>
    <div class="stack pt-3">
      <Choice
        legend="Where the riser stands"
        options={(['worked-out', ...RISER_KINDS] as const).map((value) => ({
          value,
          name: RISER_WORDS[value]
        }))}
        bind:value={typed.riser_stands}
      />
      <div class="pair">
        {#each ROOMY as each (each.field)}{@render lengthField(each)}{/each}
      </div>
    </div>
  </details>
  <FormTrouble {form} />
  <p><button class="act" disabled={form.busy}>Save it with the mold</button></p>
</form>
