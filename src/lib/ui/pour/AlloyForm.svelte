<script lang="ts">
  /** An alloy of one's own: like one of the handbook's, with what is known better, and what it is made up of. */
  import { readAnew } from '$lib/ui/read-anew';
  import { ALLOYS, ALLOY_NAMES, type Alloy } from '$core/reference/alloys';
  import { temperatureText } from '$core/quantity/display';
  import { api } from '$lib/ui/api-client';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TemperatureField from '$lib/ui/field/TemperatureField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';

  const form = new RecordForm();
  const heat = () => ({ text: '', celsius: undefined as number | undefined });
  const part = () => ({ name: '', percent: '', melts: heat() });
  const blank = () => ({
    name: '',
    based_on: 'tin-bronze' as string,
    solidus: heat(),
    liquidus: heat(),
    low: heat(),
    high: heat(),
    density: '',
    loss: '',
    parts: [part(), part(), part()]
  });
  let typed = $state(blank());
  form.keep(
    'alloy:new',
    () => typed,
    (back) => (typed = back)
  );
  const like = $derived(ALLOYS[typed.based_on as Alloy]);
  const number = (text: string) => (text.trim() === '' ? undefined : Number(text.replace(',', '.')));
  const celsius = (of: { text: string; celsius: number | undefined }) =>
    of.text.trim() === '' ? undefined : (of.celsius ?? NaN);
  const bodyNow = () => {
    const parts = typed.parts
      .filter(({ name, percent }) => name.trim() !== '' || percent.trim() !== '')
      .map(({ name, percent, melts }) => ({
        name: name.trim(),
        percent: number(percent) ?? NaN,
        melts_c: celsius(melts) ?? NaN
      }));
    return present({
      name: typed.name.trim(),
      based_on: typed.based_on,
      solidus_c: celsius(typed.solidus),
      liquidus_c: celsius(typed.liquidus),
      pour_low_c: celsius(typed.low),
      pour_high_c: celsius(typed.high),
      solid_kg_l: number(typed.density),
      loss_percent: number(typed.loss),
      parts: parts.length > 0 ? parts : undefined
    });
  };
  const schema = () => import('$lib/schema/pour').then(({ newAlloy }) => newAlloy);

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const name = typed.name.trim();
    const made = await form.submit(schema, bodyNow(), (body) =>
      outbox.post<{ id: number }>('/alloys', body, name)
    );
    if (!made) return;
    form.draft?.finish();
    typed = blank();
    told(`${name} is on the list.`, async () => {
      await api('DELETE', `/alloys/${made.id}`);
      await readAnew();
    });
    await readAnew();
  }
</script>

<form class="stack" onsubmit={save} novalidate>
  <div class="pair">
    <TextField
      label="What it is called"
      bind:value={typed.name}
      maxlength={60}
      error={form.errorOf('name')}
    />
    <SelectField
      label="It is most like"
      bind:value={typed.based_on}
      options={ALLOY_NAMES.map((value) => ({ value, name: ALLOYS[value].name }))}
      hint="What is left empty is taken from that"
    />
    <TemperatureField
      label="It begins to melt"
      optional
      bind:text={typed.solidus.text}
      bind:celsius={typed.solidus.celsius}
      error={form.errorOf('solidus_c')}
      placeholder={temperatureText(like.solidus_c, units())}
    />
    <TemperatureField
      label="It is all liquid"
      optional
      bind:text={typed.liquidus.text}
      bind:celsius={typed.liquidus.celsius}
      error={form.errorOf('liquidus_c')}
      placeholder={temperatureText(like.liquidus_c, units())}
    />
    <TemperatureField
      label="Poured from"
      optional
      bind:text={typed.low.text}
      bind:celsius={typed.low.celsius}
      error={form.errorOf('pour_low_c')}
      placeholder={temperatureText(like.pour_range_c[0], units())}
    />
    <TemperatureField
      label="Poured up to"
      optional
      bind:text={typed.high.text}
      bind:celsius={typed.high.celsius}
      error={form.errorOf('pour_high_c')}
      placeholder={temperatureText(like.pour_range_c[1], units())}
    />
    <QuantityField
      label="It weighs, kg/L"
      dimension="count"
      optional
      bind:text={typed.density}
      error={form.errorOf('solid_kg_l')}
      placeholder={String(like.solid_kg_m3 / 1000)}
    />
    <QuantityField
      label="Lost in the melt, %"
      dimension="count"
      optional
      bind:text={typed.loss}
      error={form.errorOf('loss_percent')}
    />
  </div>
  <fieldset class="grid gap-3">
    <legend class="font-semibold">Made up by mass of</legend>
    {#each typed.parts as each, i (i)}
      <div class="pair">
        <TextField
          label="Part {i + 1}"
          optional
          bind:value={each.name}
          maxlength={60}
          error={form.errorOf(`parts[${i}].name`)}
        />
        <QuantityField
          label="Part {i + 1}, %"
          dimension="count"
          optional
          bind:text={each.percent}
          error={form.errorOf(`parts[${i}].percent`)}
        />
        <TemperatureField
          label="Part {i + 1} melts at"
          optional
          bind:text={each.melts.text}
          bind:celsius={each.melts.celsius}
          error={form.errorOf(`parts[${i}].melts_c`)}
        />
      </div>
    {/each}
    {#if form.errorOf('parts')}<p class="wrong" role="alert">{form.errorOf('parts')}</p>{/if}
  </fieldset>
  <FormTrouble {form} />
  <p><button class="act" disabled={form.busy}>Put it on the list</button></p>
</form>
