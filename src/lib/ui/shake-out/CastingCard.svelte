<script lang="ts">
  /** One casting out of its mold: how it turned out, what is wrong and where, and why. */
  import { readAnew } from '$lib/ui/read-anew';
  import { SEEN, type Seen } from '$core/judge/day-record';
  import { signsOf } from '$core/judge/diagnosis';
  import { massText } from '$core/quantity/display';
  import { DEFECTS, priorCauses, type Cause, type DefectName } from '$core/reference/defects';
  import { CASTING_RESULTS, type CastingResult } from '$lib/schema/pour';
  import { ApiProblem, api } from '$lib/ui/api-client';
  import Choice from '$lib/ui/field/Choice.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present } from '$lib/ui/field/record-form.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';
  import DefectGuide from './DefectGuide.svelte';
  import PlaceOnCasting from './PlaceOnCasting.svelte';
  import Suspects from './Suspects.svelte';
  import { RESULT_WORDS, SIGN_WORDS } from './shake-out-words';
  import type { Diagnosis } from '$core/judge/diagnosis';

  interface Casting {
    id: number;
    result: CastingResult;
    kg: number | null;
    defects: readonly { defect: DefectName; x?: number | undefined; y?: number | undefined }[];
    seen: Partial<Record<Seen, boolean>>;
    cause: Cause | null;
    photo_hash: string | null;
    note: string | null;
    version: number;
  }
  interface Props {
    title: string;
    mold_id: number;
    slot: string;
    pattern: { id: number; length_mm: number; width_mm: number };
    expected_kg: number;
    casting: Casting | null;
    diagnoses: readonly {
      defect: DefectName;
      diagnosis: Diagnosis;
      history: Partial<
        Record<Cause, { castings: number; scrapped: number; after: number; after_good: number }>
      >;
    }[];
  }
  const { title, mold_id, slot, pattern, expected_kg, casting, diagnoses }: Props = $props();
  const form = new RecordForm();
  function fresh() {
    form.fillFrom(casting);
    return {
      result: (casting?.result ?? null) as CastingResult | null,
      kg: {
        text: casting?.kg == null ? '' : massText(casting.kg, units()),
        si: casting?.kg ?? (undefined as number | undefined)
      },
      defects: (casting?.defects ?? []).map((each) => ({ ...each })),
      seen: { ...(casting?.seen ?? {}) } as Partial<Record<Seen, boolean>>,
      note: casting?.note ?? ''
    };
  }
  let typed = $state(fresh());
  form.keep(
    `casting:${slot}`,
    () => typed,
    (back) => (typed = back),
    casting?.id ?? 'new'
  );
  let open = $state(false);
  let placing = $state<DefectName | null>(null);
  const chosen = $derived(typed.defects.map(({ defect }) => defect));
  /** What is worth asking: signs that only a person saw, of the causes of what is wrong. */
  const asked = $derived(
    SEEN.filter((sign) =>
      chosen.some((defect) => priorCauses(defect).some(({ cause }) => signsOf(cause).includes(sign)))
    )
  );

  function toggle(name: DefectName) {
    if (chosen.includes(name)) typed.defects = typed.defects.filter(({ defect }) => defect !== name);
    else {
      typed.defects = [...typed.defects, { defect: name }];
      placing = name;
      if (typed.result === 'good' || typed.result === null) typed.result = 'usable';
    }
  }
  const place = (at: { x: number; y: number } | null) => {
    typed.defects = typed.defects.map((each) =>
      each.defect === placing ? { defect: each.defect, ...(at ?? {}) } : each
    );
  };
  const placed = $derived(typed.defects.find(({ defect }) => defect === placing));

  const bodyNow = () =>
    present({
      result: typed.result ?? undefined,
      kg: typed.kg.text.trim() === '' ? (casting ? null : undefined) : (typed.kg.si ?? NaN),
      defects: typed.defects.map((each) => ({ ...each })),
      seen: { ...typed.seen },
      note: typed.note.trim() === '' ? (casting ? null : undefined) : typed.note.trim()
    });

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const { newCasting, castingChange } = await import('$lib/schema/pour');
    const body = bodyNow();
    const done = casting
      ? await form.amend<{ id: number }>(castingChange, `/castings/${casting.id}`, body)
      : await form.submit(newCasting, { ...body, mold_id, pattern_id: pattern.id }, (now) =>
          outbox.post<{ id: number }>('/castings', now, title)
        );
    if (!done) return;
    form.draft?.finish();
    open = false;
    if (!casting)
      told(`${title} is written down.`, async () => {
        await api('DELETE', `/castings/${done.id}`);
        await readAnew();
      });
    await readAnew();
  }
  async function because(cause: Cause | null) {
    await outbox.amend(`/castings/${casting!.id}`, casting!, { cause }, `${title}: what it came of`);
    await readAnew();
  }

  let photo = $state<string | null>(null);
  async function photograph(event: Event & { currentTarget: HTMLInputElement }) {
    const [file] = event.currentTarget.files ?? [];
    if (!file || !casting) return;
    photo = 'The photo is on its way.';
    try {
      const response = await fetch(`/api/v1/castings/${casting.id}/photo`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
        body: file
      });
      if (!response.ok) {
        const problem = (await response.json().catch(() => ({}))) as { detail?: string };
        throw new ApiProblem(response.status, problem.detail ?? 'The photo was not taken.');
      }
      photo = null;
      await readAnew();
    } catch (thrown) {
      photo =
        thrown instanceof ApiProblem
          ? thrown.message
          : 'Brunkel cannot be reached: choose the photo once more.';
    }
  }
</script>

<article class="grid gap-3 border-t border-(--rule) py-4" aria-label={title}>
  <header class="flex flex-wrap items-baseline justify-between gap-3">
    <h3 class="text-lg">{title}</h3>
    {#if casting}
      <p>
        <strong
          class={casting.result === 'good'
            ? 'text-(--good)'
            : casting.result === 'scrap'
              ? 'text-(--heat)'
              : ''}>{RESULT_WORDS[casting.result].name}</strong
        >{casting.kg === null ? '' : `, ${massText(casting.kg, units())}`}{casting.defects.length > 0
          ? `: ${casting.defects.map(({ defect }) => DEFECTS[defect].name).join(', ')}`
          : ''}
      </p>
    {/if}
  </header>
  {#if casting?.photo_hash}
    <img
      src="/api/v1/files/{casting.photo_hash}"
      alt="{title} as it came out"
      class="max-h-60 w-fit rounded-base"
      loading="lazy"
    />
  {/if}
  {#if casting && !open}
    {#each diagnoses as each (each.defect)}
      <Suspects {...each} cause={casting.cause} oncause={because} />
    {/each}
    {#if casting.note}<p>{casting.note}</p>{/if}
    <p class="row">
      <button type="button" class="quiet" onclick={() => ([open, typed] = [true, fresh()])}>Change it</button>
      <label class="quiet cursor-pointer">
        {casting.photo_hash ? 'Another photo' : 'A photo'}
        <input type="file" accept="image/*" class="sr-only" onchange={photograph} />
      </label>
    </p>
    {#if photo}<p role="status">{photo}</p>{/if}
  {:else}
    <form class="grid gap-4" onsubmit={save} novalidate>
      <Choice
        legend="How did it turn out?"
        options={CASTING_RESULTS.map((value) => ({ value, ...RESULT_WORDS[value] }))}
        bind:value={typed.result}
        error={form.errorOf('result')}
      />
      <details open={typed.defects.length > 0}>
        <summary class="min-h-12 cursor-pointer py-3 font-semibold"
          >What is wrong with it{chosen.length > 0
            ? `: ${chosen.map((name) => DEFECTS[name].name).join(', ')}`
            : ''}</summary
        >
        <div class="grid gap-4">
          <DefectGuide {chosen} ontoggle={toggle} />
          {#if placed && placing}
            <PlaceOnCasting
              label="Where is the {DEFECTS[placing].name}? It lies as in its mold, seen from above"
              length_mm={pattern.length_mm}
              width_mm={pattern.width_mm}
              at={placed.x === undefined || placed.y === undefined ? null : { x: placed.x, y: placed.y }}
              onplace={place}
            />
          {/if}
          {#if asked.length > 0}
            <p class="soft small">What you remember tells causes apart; leave open what you do not.</p>
            {#each asked as sign (sign)}
              <fieldset class="flex flex-wrap items-center justify-between gap-2">
                <legend class="float-left contents">{SIGN_WORDS[sign].asks}</legend>
                <span class="flex gap-2">
                  {#each [true, false] as yes (yes)}
                    <button
                      type="button"
                      class="quiet"
                      aria-pressed={typed.seen[sign] === yes}
                      aria-label="{yes ? 'Yes' : 'No'}: {SIGN_WORDS[sign].asks}"
                      onclick={() => {
                        const { [sign]: was, ...rest } = typed.seen;
                        typed.seen = was === yes ? rest : { ...rest, [sign]: yes };
                      }}>{yes ? 'Yes' : 'No'}</button
                    >
                  {/each}
                </span>
              </fieldset>
            {/each}
          {/if}
        </div>
      </details>
      <div class="pair">
        <QuantityField
          label="It weighs"
          dimension="mass"
          optional
          bind:text={typed.kg.text}
          bind:si={typed.kg.si}
          error={form.errorOf('kg')}
          hint="Without its gates; about {massText(expected_kg, units())} is expected"
        />
        <TextField
          label="Note"
          optional
          bind:value={typed.note}
          maxlength={2000}
          error={form.errorOf('note')}
        />
      </div>
      <FormTrouble {form} />
      <p class="row">
        <button class="act" disabled={form.busy}>{casting ? 'Save the changes' : 'Log the casting'}</button>
        {#if casting}<button type="button" class="quiet" onclick={() => (open = false)}>Leave it</button>{/if}
      </p>
    </form>
  {/if}
</article>
