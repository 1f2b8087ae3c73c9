<script lang="ts">
  /** Which castings a day is for: how many of each pattern, of which metal and sand, and what the patterns still want. */
  import { readAnew } from '$lib/ui/read-anew';
  import { X } from '@lucide/svelte';
  import { goto } from '$app/navigation';
  import { COATS, COAT_KINDS, SANDING_GRITS, type CoatKind } from '$core/reference/pattern';
  import { ALLOYS, ALLOY_NAMES } from '$core/reference/alloys';
  import { DELIVERY_DAYS } from '$core/reference/plan';
  import { newPlan } from '$lib/schema/plan';
  import { api } from '$lib/ui/api-client';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { textName } from '$lib/schema/posted-form';
  import WorkProgress from '$lib/ui/work/WorkProgress.svelte';
  import { LongWork } from '$lib/ui/work/long-work.svelte';
  import { plannedFrom } from './planned-from';

  interface Given {
    id: number;
    heap_id: number;
    metal: string;
    wanted: {
      pattern_id: number;
      count: number;
      coats?: { what: string }[] | undefined;
      repair?: boolean | undefined;
    }[];
    delivery_days: number | null;
    own: { id: string; what: string; minutes: number; before: boolean }[];
    version: number;
  }
  interface Props {
    session: { id: number };
    patterns: readonly { id: number; name: string; wear: string | null }[];
    heaps: readonly { id: number; name: string }[];
    /** Counts that the day's molds have already. */
    counted?: Readonly<Record<number, number>>;
    plan?: Given | null;
    /** What a new plan begins with, where a branch is made one. */
    start?: { heap_id: number; metal: string | null; pours: string[]; own: Given['own'] } | null;
    ondone?: () => void;
  }
  const { session, patterns, heaps, counted = {}, plan = null, start = null, ondone }: Props = $props();
  const own = $derived(start?.own ?? []);
  const form = new RecordForm();
  const work = new LongWork();
  // Filled in once, from the plan as it was read.
  // svelte-ignore state_referenced_locally
  let typed = $state(plannedFrom(patterns, heaps, counted, plan, start));
  // svelte-ignore state_referenced_locally
  form.fillFrom(plan);
  // svelte-ignore state_referenced_locally
  form.keep(
    `plan:${session.id}`,
    () => typed,
    (kept) => {
      // Patterns may have come and gone since.
      const lines = typed.lines.map((line) => kept.lines.find(({ id }) => id === line.id) ?? line);
      typed = { ...kept, lines };
    },
    plan?.version ?? 0
  );
  let open_pattern = $state<number | null>(null);

  const bodyNow = () =>
    present({
      session_id: plan ? undefined : session.id,
      heap_id: Number(typed.heap) || undefined,
      metal: typed.metal,
      wanted: typed.lines
        .filter(({ count }) => (count.si ?? 0) > 0)
        .map(({ id, count, coats, repair }) =>
          present({
            pattern_id: id,
            count: count.si!,
            coats:
              coats.length === 0
                ? undefined
                : coats.map((what, i) => ({
                    what,
                    dry_h: COATS[what].dry_h,
                    ...(SANDING_GRITS[i] !== undefined && { grit: SANDING_GRITS[i] })
                  })),
            repair: repair || undefined
          })
        ),
      delivery_days: typed.delivery.si,
      own: plan?.own ?? (own.length > 0 ? own : undefined)
    });
  /** What is wrong with a line: its count, or that its pattern fits no flask. Only lines with a count are sent. */
  function lineError(i: number): string | undefined {
    const sent = (typed.lines[i]!.count.si ?? 0) > 0;
    if (!sent) return undefined;
    const at = typed.lines.slice(0, i).filter(({ count }) => (count.si ?? 0) > 0).length;
    return form.errorOf(`wanted[${at}].count`) ?? form.errorOf(`wanted[${at}].pattern_id`);
  }
  /** What the posted form stands on: a line for each pattern, its count to be filled in. */
  const drawn = $derived({
    session_id: session.id,
    heap_id: Number(typed.heap) || undefined,
    metal: typed.metal,
    wanted: patterns.map(({ id }) => ({ pattern_id: id })),
    ...(own.length > 0 && { own })
  });

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    const saved = await work.follow(async (how) =>
      plan
        ? form.amend((await import('$lib/schema/plan')).planChange, `/plans/${plan.id}`, body, how)
        : form.submit(newPlan, body, (sent) => api('POST', '/plans', sent, how))
    );
    if (saved === undefined) return;
    await readAnew();
    if (ondone) ondone();
    else await goto(`/plan?session=${session.id}`, { replaceState: true });
  }
</script>

<form class="stack" method="POST" action="?/plan" onsubmit={save} novalidate>
  <Posted body={drawn} />
  {#if start && start.pours.length > 0}
    <p>The branch would {start.pours.join(', then ')}. Which castings are they?</p>
  {/if}
  <fieldset class="grid gap-2">
    <legend class="mb-2 font-(family-name:--display) text-xl font-bold">How many of which?</legend>
    {#each typed.lines as line, i (line.id)}
      <div class="border-b border-(--rule) pb-2">
        <div class="grid grid-cols-[minmax(0,1fr)_8rem] items-end gap-3">
          <button
            type="button"
            class="min-h-12 cursor-pointer text-left wrap-anywhere"
            aria-expanded={open_pattern === line.id}
            onclick={() => (open_pattern = open_pattern === line.id ? null : line.id)}
            ><strong>{line.name}</strong>
            <span class="soft small block"
              >{line.coats.length > 0
                ? `${line.coats.length} ${line.coats.length === 1 ? 'coat' : 'coats'} to come`
                : 'no coat to come'}{line.repair ? ', repaired before' : ''}</span
            ></button
          >
          <QuantityField
            label="{line.name}, castings"
            dimension="count"
            optional
            bind:text={line.count.text}
            bind:si={line.count.si}
            error={lineError(i)}
            post={{ path: `wanted[${i}].count`, factor: 1 }}
          />
        </div>
        {#if open_pattern === line.id}
          <div class="grid gap-2 py-2">
            <p class="row">
              {#each line.coats as coat, nth (nth)}
                <button
                  type="button"
                  class="quiet"
                  onclick={() => (line.coats = line.coats.filter((_, k) => k !== nth))}
                  >{nth + 1}. {COATS[coat].name}<span class="sr-only"> on {line.name}, leave it out</span>
                  <X size={16} aria-hidden="true" /></button
                >
              {/each}
              {#if line.coats.length < 12}
                {#each COAT_KINDS as kind (kind)}
                  <button
                    type="button"
                    class="quiet"
                    onclick={() => (line.coats = [...line.coats, kind as CoatKind])}
                    >+ {COATS[kind].name}</button
                  >
                {/each}
              {/if}
            </p>
            {#if line.wear}
              <label class="flex min-h-12 items-center gap-3"
                ><input type="checkbox" class="checkbox size-6" bind:checked={line.repair} /> Repair it
                before: {line.wear}</label
              >
            {/if}
          </div>
        {/if}
      </div>
    {/each}
    {#if form.errorOf('wanted')}<p class="wrong" role="alert">{form.errorOf('wanted')}</p>{/if}
  </fieldset>
  <div class="pair">
    <SelectField
      label="Cast of"
      bind:value={typed.metal}
      error={form.errorOf('metal')}
      post={textName('metal')}
      options={ALLOY_NAMES.map((alloy) => ({ value: alloy, name: ALLOYS[alloy].name }))}
    />
    <SelectField
      label="Rammed of"
      bind:value={typed.heap}
      error={form.errorOf('heap_id')}
      options={heaps.map(({ id, name }) => ({ value: String(id), name }))}
    />
    <QuantityField
      label="An order comes after, days"
      dimension="count"
      optional
      bind:text={typed.delivery.text}
      bind:si={typed.delivery.si}
      hint="{DELIVERY_DAYS} unless you say"
      error={form.errorOf('delivery_days')}
      post={{ path: 'delivery_days', factor: 1 }}
    />
  </div>
  {#if !plan && own.length > 0}
    <p class="small">With it, from the branch: {own.map(({ what }) => what).join('; ')}.</p>
  {/if}
  <FormTrouble {form} />
  <WorkProgress progress={work.progress} onstop={() => work.stop()} />
  <p class="row">
    <button class="act" disabled={form.busy}>{form.busy ? 'Laying out the molds…' : 'Plan it'}</button>
    {#if ondone}<button type="button" class="quiet" onclick={ondone}>Leave it</button>{/if}
  </p>
</form>
