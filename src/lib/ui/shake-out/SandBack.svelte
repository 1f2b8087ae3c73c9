<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { nowMs } from '$core/time/now';
  /** The sand of an opened mold: back into its heaps, burnt skin weighed out, facing into the backing where one likes. */
  import { massText } from '$core/quantity/display';
  import { ApiProblem, api } from '$lib/ui/api-client';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { zone } from '$lib/ui/field/record-form.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';

  interface Sand {
    heap_id: number;
    name: string;
    /** What is out in this mold, kg, and how it stands. */
    out_kg: number;
    moisture_percent: number;
    active_clay_percent: number;
  }
  interface Props {
    session_id: number;
    mold: { id: number; number: number; facing_heap_id: number | null; backing_heap_id: number };
    sands: readonly Sand[];
    /** By the heat of the pour, kg. */
    burnt_kg: number;
  }
  const { session_id, mold, sands, burnt_kg }: Props = $props();
  const facing = $derived(
    mold.facing_heap_id !== null && mold.facing_heap_id !== mold.backing_heap_id
      ? (sands.find(({ heap_id }) => heap_id === mold.facing_heap_id) ?? null)
      : null
  );
  let typed = $state<{
    back: Record<number, { text: string; si: number | undefined }>;
    burnt: { text: string; si: number | undefined };
    facing: 'own' | 'backing' | null;
  }>({
    back: Object.fromEntries(sands.map(({ heap_id }) => [heap_id, { text: '', si: undefined }])),
    burnt: { text: '', si: undefined },
    facing: 'own'
  });
  const kept = new KeptDraft(
    `sand-back:${mold.id}`,
    () => typed,
    (back) => (typed = back)
  );
  let busy = $state(false);
  let message = $state<string | null>(null);
  let asked = $state(false);

  async function log(event: SubmitEvent | null, confirmed = false) {
    event?.preventDefault();
    const bad = [...Object.values(typed.back), typed.burnt].find(
      ({ text, si }) => text.trim() !== '' && si === undefined
    );
    if (bad) {
      message = `${bad.text} is no mass: 12.4 kg, say.`;
      return;
    }
    [busy, message, asked] = [true, null, false];
    const at = nowMs();
    const common = (i: number) => ({
      at: new Date(at + i).toISOString(),
      zone: zone(),
      session_id,
      ...(confirmed && { confirmed: true })
    });
    const entries: Record<string, unknown>[] = sands.map(({ heap_id }, i) => {
      const { si } = typed.back[heap_id]!;
      return {
        heap_id,
        kind: 'returned',
        ...common(i),
        mold_id: mold.id,
        ...(si !== undefined && { kg: si, rest_lost: true })
      };
    });
    const first = sands.find(({ heap_id }) => heap_id === (mold.facing_heap_id ?? mold.backing_heap_id));
    if (typed.burnt.si !== undefined && typed.burnt.si > 0 && first)
      entries.push({
        heap_id: first.heap_id,
        kind: 'discarded',
        ...common(10),
        kg: typed.burnt.si,
        burnt: true
      });
    if (facing && typed.facing === 'backing') {
      const back = Math.max(
        0,
        (typed.back[facing.heap_id]!.si ?? 0.98 * facing.out_kg) - (typed.burnt.si ?? 0)
      );
      if (back > 0)
        entries.push(
          { heap_id: facing.heap_id, kind: 'discarded', ...common(20), kg: back },
          {
            heap_id: mold.backing_heap_id,
            kind: 'bought',
            ...common(21),
            kg: back,
            moisture_percent: facing.moisture_percent,
            active_clay_percent: facing.active_clay_percent,
            note: `facing sand of ${facing.name}`
          }
        );
    }
    try {
      const act = await outbox.post<{ id: number }>(
        '/acts',
        { name: 'shook a mold out', entries, molds: [{ id: mold.id, state: 'shaken-out' }] },
        `sand of mold ${mold.number}`
      );
      kept.finish();
      told('The sand is back in its heap.', async () => {
        await api('POST', `/acts/${act.id}/undo`);
        await readAnew();
      });
      await readAnew();
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      [message, asked] = [thrown.message, thrown.question !== null];
    } finally {
      busy = false;
    }
  }
</script>

<form class="ticket grid gap-3" onsubmit={log} novalidate aria-label="Sand of mold {mold.number}">
  <h3 class="text-lg">Its sand</h3>
  {#each sands as sand (sand.heap_id)}
    <QuantityField
      label="Back into {sand.name}"
      dimension="mass"
      optional
      bind:text={typed.back[sand.heap_id]!.text}
      bind:si={typed.back[sand.heap_id]!.si}
      hint="{massText(sand.out_kg, units())} is out; left empty, all of it but what is usually spilled"
    />
  {/each}
  <QuantityField
    label="Black sand thrown out"
    dimension="mass"
    optional
    bind:text={typed.burnt.text}
    bind:si={typed.burnt.si}
    hint="By the heat about {massText(
      burnt_kg,
      units()
    )} burnt (an estimate). Weigh it if you can: your figure counts, and this heap learns from it."
  />
  {#if facing}
    <Choice
      legend="The facing sand goes"
      options={[
        { value: 'own', name: `back to ${facing.name}`, about: 'kept apart, with its own clay' },
        {
          value: 'backing',
          name: 'into the backing',
          about: 'facing is made anew each time; the backing gets its clay'
        }
      ]}
      bind:value={typed.facing}
    />
  {/if}
  {#if message}<p class="wrong" role="alert">{message}</p>{/if}
  {#if asked}<p>
      <button type="button" class="quiet" onclick={() => log(null, true)}>It is right as it is</button>
    </p>{/if}
  <p><button class="act" disabled={busy}>Log it shaken out</button></p>
</form>
