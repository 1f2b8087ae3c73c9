<script lang="ts">
  import { rounded } from '$core/quantity/rounded';
  /** Amends a logged test: the readings as they really were. */
  import type { SqueezeReading } from '$core/bench/formula/squeeze';
  import { heapTests } from '$lib/schema/heap-test';
  import DyeFields from '$lib/ui/bench/DyeFields.svelte';
  import SieveFields from '$lib/ui/bench/SieveFields.svelte';
  import {
    attemptOf,
    attemptReadings,
    dyeOf,
    dyeReadings,
    sieveLines,
    sieveOf,
    sieveReadings
  } from '$lib/ui/bench/drafts';
  import { guided } from '$core/bench/bench-tests';
  import { GUIDES } from '$lib/ui/bench/guides';
  import { api } from '$lib/ui/api-client';
  import Choice from '$lib/ui/field/Choice.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { answerName, textName } from '$lib/schema/posted-form';
  import TextField from '$lib/ui/field/TextField.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import type { Existing } from './entry-draft';

  const {
    heap_id,
    existing,
    ondone
  }: { heap_id: number; existing: Existing; ondone: () => void | Promise<void> } = $props();

  type Reading = Record<string, unknown>;
  type Test =
    | { kind: 'moisture'; method: string; pan_g: number; wet_g: number; dry_g: number }
    | ({ kind: 'squeeze' } & SqueezeReading);
  const old = existing.test as Test;
  const kind: string = old.kind;
  const guide = guided(kind) ? GUIDES[kind] : null;
  const form = new RecordForm();
  const weight = (g: number) => ({ text: `${g} g`, kg: g / 1000 });
  let weights = $state(
    old.kind === 'moisture'
      ? { pan_g: weight(old.pan_g), wet_g: weight(old.wet_g), dry_g: weight(old.dry_g) }
      : null
  );
  let answers = $state(
    old.kind === 'squeeze'
      ? { ...old, holds: old.holds ? 'yes' : 'no', shrinks: old.shrinks ? 'yes' : 'no' }
      : null
  );
  const reading = existing.test as Reading;
  let attempt = $state(guide && guide.fields.length > 0 ? attemptOf(guide, reading) : null);
  let dye = $state(kind === 'methylene-blue' ? dyeOf(reading) : null);
  let sieve = $state(kind === 'sieve' ? sieveOf(reading) : null);
  const grams = (field: { kg: number | undefined }) =>
    field.kg === undefined ? undefined : rounded(field.kg * 1000, 4);
  const YES_NO = [
    { value: 'yes', name: 'Yes' },
    { value: 'no', name: 'No' }
  ];
  const named = (...values: string[]) => values.map((value) => ({ value, name: value }));

  let reason = $state(String(existing.excluded_reason ?? ''));

  function readings(): Reading {
    if (weights) {
      return {
        method: (old as { method: string }).method,
        pan_g: grams(weights.pan_g),
        wet_g: grams(weights.wet_g),
        dry_g: grams(weights.dry_g)
      };
    }
    if (attempt) return attemptReadings(guide!, attempt);
    if (dye) return dyeReadings(dye);
    if (sieve) return { ...sieveReadings(sieve) };
    const { holds, shrinks, breaks, palm, prints } = answers!;
    return { holds: holds === 'yes', shrinks: shrinks === 'yes', breaks, palm, prints };
  }

  /** Lists are posted with all their lines, those left empty too. */
  const drawn = $derived({
    ...bodyNow(),
    ...(sieve && { retained: sieveLines(sieve) }),
    ...(dye && { standards: dye.standards.map(() => ({})) })
  });

  form.keep(
    `test:${heap_id}:${existing.id}`,
    () => ({ weights, answers, attempt, dye, sieve, reason }),
    (kept) => ({ weights, answers, attempt, dye, sieve, reason } = kept),
    existing.version
  );

  function bodyNow() {
    const excluded_reason = reason.trim() === '' ? undefined : reason.trim();
    const head = {
      at: existing.at,
      zone: zone(),
      note: existing.note ?? undefined,
      version: existing.version,
      batch_entry_id: existing.batch_entry_id as number | undefined,
      excluded_reason
    };
    return present({ kind, ...head, ...readings() });
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const done = await form.submit(heapTests[old.kind], bodyNow(), (body) =>
      api('PUT', `/heaps/${heap_id}/tests/${existing.id}`, body)
    );
    if (done !== undefined) await ondone();
  }
</script>

<form class="stack" method="POST" action="?/write" onsubmit={save} novalidate>
  <Posted body={drawn} amends />
  {#if weights}
    <div class="pair">
      <QuantityField
        label="The empty pan"
        dimension="mass"
        size="small"
        bind:text={weights.pan_g.text}
        bind:si={weights.pan_g.kg}
        post={{ path: 'pan_g', factor: 1000 }}
        error={form.errorOf('pan_g')}
      />
      <QuantityField
        label="Pan and damp sand"
        dimension="mass"
        size="small"
        bind:text={weights.wet_g.text}
        bind:si={weights.wet_g.kg}
        post={{ path: 'wet_g', factor: 1000 }}
        error={form.errorOf('wet_g')}
      />
      <QuantityField
        label="Pan and sand, dried"
        dimension="mass"
        size="small"
        bind:text={weights.dry_g.text}
        bind:si={weights.dry_g.kg}
        post={{ path: 'dry_g', factor: 1000 }}
        error={form.errorOf('dry_g')}
      />
    </div>
  {:else if attempt && guide}
    <div class="pair">
      {#each guide.fields as field (field.name)}
        <QuantityField
          label={field.label}
          dimension={field.dimension}
          size={field.size ?? 'large'}
          bind:text={attempt[field.name]!.text}
          bind:si={attempt[field.name]!.si}
          post={{ path: field.name, factor: field.factor }}
          error={form.errorOf(field.name)}
        />
      {/each}
    </div>
  {:else if dye}
    <DyeFields bind:draft={dye} error={form.errorOf('standards') ?? form.errorOf('ml')} />
  {:else if sieve}
    <SieveFields bind:draft={sieve} error={form.errorOf('retained')} />
  {:else if answers}
    <Choice legend="Did it hold?" options={YES_NO} bind:value={answers.holds} post={answerName('holds')} />
    <Choice
      legend="Did it shrink in the fist?"
      options={YES_NO}
      bind:value={answers.shrinks}
      post={answerName('shrinks')}
    />
    <Choice
      legend="How did it break?"
      options={named('crumbles', 'ragged', 'crisp', 'bends')}
      bind:value={answers.breaks as string}
      post={textName('breaks')}
    />
    <Choice
      legend="The palm"
      options={named('clean', 'film', 'smeared')}
      bind:value={answers.palm as string}
      post={textName('palm')}
    />
    <Choice
      legend="Finger prints"
      options={named('none', 'blurred', 'sharp')}
      bind:value={answers.prints as string}
      post={textName('prints')}
    />
  {/if}
  <TextField
    label="Leave it out, because"
    optional
    bind:value={reason}
    post={textName('excluded_reason')}
    error={form.errorOf('excluded_reason')}
    hint="It stays in the ledger but no longer moves the estimate"
    maxlength={500}
  />
  <FormTrouble {form} />
  <p><button class="act" disabled={form.busy}>Amend</button></p>
</form>

<style>
  form {
    max-width: 38rem;
  }
</style>
