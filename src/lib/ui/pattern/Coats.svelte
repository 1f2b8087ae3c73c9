<script lang="ts">
  import { nowIso, nowMs } from '$core/time/now';
  /** Finishing coats of a pattern: what is on it, what still dries, and what comes next. */
  import { COATS, COAT_KINDS, SANDING_GRITS, type CoatKind } from '$core/reference/pattern';
  import { durationText } from '$core/quantity/display';
  import { api } from '$lib/ui/api-client';
  import { shortDate } from '$lib/ui/date/written-date';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, present } from '$lib/ui/field/record-form.svelte';
  import { told } from '$lib/ui/toast/toaster';
  import { newCoat, type PatternRecord } from '$lib/schema/pattern';
  import { dryAt } from './coats';

  const { pattern, onchanged }: { pattern: PatternRecord; onchanged: () => Promise<void> } = $props();
  const form = new RecordForm();
  let what = $state<string>('primer');
  let grit = $state('');
  let hours = $state<{ text: string; si: number | undefined }>({ text: '', si: undefined });
  form.keep(
    `coat:${pattern.id}`,
    () => ({ what, grit, hours }),
    (kept) => ({ what, grit, hours } = kept)
  );
  const usual = $derived(COATS[what as CoatKind].dry_h);
  const name = (of: string) => (of in COATS ? COATS[of as CoatKind].name : of);
  const now = nowMs();
  const left = (coat: PatternRecord['coats'][number]) => Math.max(0, (dryAt(coat) - now) / 1000);
  const nextGrit = $derived(
    SANDING_GRITS.find((each) => !pattern.coats.some((coat) => coat.grit === each)) ?? null
  );

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const at = nowIso();
    const coat = present({
      what,
      grit: grit === '' ? undefined : Number(grit),
      at,
      dry_h: hours.si === undefined ? usual : Number((hours.si / 3600).toPrecision(6))
    });
    const where = `/patterns/${pattern.id}/coats`;
    const done = await form.submit(newCoat, coat, () => api('POST', where, coat));
    if (!done) return;
    hours = { text: '', si: undefined };
    told(`A coat of ${name(what)} is on ${pattern.name}.`, async () => {
      await api('DELETE', `${where}?at=${encodeURIComponent(at)}`);
      await onchanged();
    });
    await onchanged();
  }
</script>

<section class="grid gap-3" aria-label="Finishing coats">
  <h2>Finishing coats</h2>
  {#if pattern.coats.length === 0}
    <p class="soft small">
      None yet. Layer lines go with filler or several coats of primer, sanded {SANDING_GRITS.join(', then ')}.
    </p>
  {:else}
    <ul class="ruled">
      {#each pattern.coats as coat, i (i)}
        <li class="flex flex-wrap items-baseline justify-between gap-x-3 py-2">
          <span>{name(coat.what)}{coat.grit ? `, sanded ${coat.grit}` : ''}</span>
          {#if left(coat) > 0}
            <strong class="text-(--water)">dries for {durationText(left(coat))}</strong>
          {:else}<span class="soft small">dry, put on {shortDate(coat.at)}</span>{/if}
        </li>
      {/each}
    </ul>
  {/if}
  <form class="grid gap-3" onsubmit={add} novalidate>
    <div class="pair">
      <SelectField
        label="Another coat"
        bind:value={what}
        options={COAT_KINDS.map((value) => ({ value, name: COATS[value].name }))}
      />
      <SelectField
        label="Sanded before it"
        optional
        bind:value={grit}
        options={[
          { value: '', name: nextGrit ? `not yet (next: ${nextGrit})` : 'not yet' },
          ...SANDING_GRITS.map((each) => ({ value: String(each), name: `grit ${each}` }))
        ]}
      />
      <QuantityField
        label="Dries for"
        optional
        dimension="time"
        watch={false}
        bind:text={hours.text}
        bind:si={hours.si}
        hint="Left empty: {durationText(usual * 3600)}"
        error={form.errorOf('dry_h')}
      />
    </div>
    <FormTrouble {form} />
    <p><button class="quiet" disabled={form.busy}>Log the coat</button></p>
  </form>
</section>
