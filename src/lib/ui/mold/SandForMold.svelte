<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { nowIso } from '$core/time/now';
  /** The sand that went into a mold, weighed or as it was worked out: drawn from its heaps with one press. */
  import { massText, weighable } from '$core/quantity/display';
  import { api, ApiProblem } from '$lib/ui/api-client';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { zone } from '$lib/ui/field/record-form.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';

  interface Sand {
    heap_id: number;
    name: string;
    what: string;
    kg: number;
    /** What it fills rammed, L; only where one sand fills all. */
    rammed_l?: number | undefined;
  }
  interface Props {
    session_id: number;
    mold_id: number;
    sands: readonly Sand[];
  }
  const { session_id, mold_id, sands }: Props = $props();
  let typed = $state(
    sands.map(({ kg }) => ({
      text: weighable(kg, units()).text,
      si: weighable(kg, units()).kg as number | undefined
    }))
  );
  const kept = new KeptDraft(
    `rammed:${mold_id}`,
    () => typed,
    (back) => (typed = back)
  );
  let busy = $state(false);
  let message = $state<string | null>(null);
  let question = $state(false);
  let errors = $state<Record<number, string>>({});

  async function log(event: SubmitEvent | null, confirmed = false) {
    event?.preventDefault();
    if (typed.some(({ si }) => si === undefined || !(si > 0))) {
      errors = Object.fromEntries(
        typed.flatMap(({ si }, i) => (si !== undefined && si > 0 ? [] : [[i, 'How much went in?']]))
      );
      return;
    }
    [busy, message, question, errors] = [true, null, false, {}];
    const at = nowIso();
    const body = {
      name: 'rammed a mold',
      entries: sands.map(({ heap_id, rammed_l }, i) => ({
        heap_id,
        kind: 'drawn',
        at,
        zone: zone(),
        kg: typed[i]!.si,
        session_id,
        mold_id,
        // What was only worked out teaches nothing of how dense it rams.
        ...(rammed_l !== undefined &&
          typed[i]!.text !== weighable(sands[i]!.kg, units()).text && {
            rammed_l: Number(rammed_l.toPrecision(5))
          }),
        ...(confirmed && { confirmed: true })
      })),
      molds: [{ id: mold_id, state: 'rammed' }]
    };
    try {
      const act = await outbox.post<{ id: number }>('/acts', body, 'sand for a mold');
      kept.finish();
      told(
        `${sands.map(({ name }, i) => `${massText(typed[i]!.si!, units())} from ${name}`).join(', ')}: logged.`,
        async () => {
          await api('POST', `/acts/${act.id}/undo`);
          await readAnew();
        }
      );
      await readAnew();
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      question = thrown.question !== null;
      for (const { path, message: said } of thrown.errors) {
        const i = Number(/^entries\[(\d+)\]/.exec(path)?.[1] ?? NaN);
        if (Number.isInteger(i)) errors = { ...errors, [i]: said };
      }
      message = thrown.message;
    } finally {
      busy = false;
    }
  }
</script>

<section class="ticket grid gap-3" aria-label="Sand for the mold">
  <h2>Sand for the mold</h2>
  <form class="grid gap-3" method="POST" action="?/sand" onsubmit={log} novalidate>
    <Posted
      body={{ entries: sands.map(({ heap_id, kg }) => ({ heap_id, kg: weighable(kg, units()).kg })) }}
    />
    {#each sands as sand, i (sand.what)}
      <QuantityField
        label="{sand.what} from {sand.name}"
        dimension="mass"
        bind:text={typed[i]!.text}
        bind:si={typed[i]!.si}
        post={{ path: `entries[${i}].kg`, factor: 1 }}
        error={errors[i]}
        hint="Worked out: {massText(sand.kg, units())}. Weigh it, and the heap learns how dense it rams."
      />
    {/each}
    {#if message && !question && Object.keys(errors).length === 0}<p class="wrong" role="alert">
        {message}
      </p>{/if}
    {#if question}
      <p class="wrong" role="alert">{message}</p>
      <p><button type="button" class="quiet" onclick={() => log(null, true)}>It is right as it is</button></p>
    {/if}
    <p><button class="act" disabled={busy}>Log it rammed</button></p>
  </form>
</section>
