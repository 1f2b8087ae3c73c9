<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { nowMs } from '$core/time/now';
  /** Facing sand made from a heap: riddled finer, with new sand and clay, into a heap of its own; one act. */
  import { massText } from '$core/quantity/display';
  import { clayOf } from '$core/reference/ingredients';
  import type { HeapBinder } from '$core/reference/targets';
  import { ApiProblem, api } from '$lib/ui/api-client';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { zone } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';

  interface Props {
    heap: { id: number; name: string; binder: HeapBinder };
    others: readonly { id: number; name: string }[];
    state: { total_kg: number; moisture_percent: number; active_clay_percent: number };
  }
  const { heap, others, state: now }: Props = $props();
  const blank = () => ({ text: '', si: undefined as number | undefined });
  let typed = $state({ into: String(others[0]?.id ?? ''), old: blank(), sand: blank(), clay: blank() });
  const kept = new KeptDraft(
    `facing:${heap.id}`,
    () => typed,
    (back) => (typed = back)
  );
  let busy = $state(false);
  let trouble = $state<string | null>(null);
  let asked = $state(false);
  const name = $derived(others.find(({ id }) => String(id) === typed.into)?.name ?? 'the facing');

  async function make(event: SubmitEvent | null, confirmed = false) {
    event?.preventDefault();
    const into = Number(typed.into);
    const { old, sand, clay } = typed;
    if (!into) return void (trouble = 'Choose the heap that it goes into.');
    if (!(old.si !== undefined && old.si > 0))
      return void (trouble = `How much of ${heap.name} is riddled for it?`);
    if ([sand, clay].some(({ text, si }) => text.trim() !== '' && si === undefined))
      return void (trouble = 'One of these is no mass: 1.5 kg, say.');
    const at = nowMs();
    const common = (i: number) => ({
      at: new Date(at + i).toISOString(),
      zone: zone(),
      ...(confirmed && { confirmed: true })
    });
    const entries: Record<string, unknown>[] = [
      { heap_id: heap.id, kind: 'discarded', ...common(0), kg: old.si, note: `riddled finer, into ${name}` },
      {
        heap_id: into,
        kind: 'bought',
        ...common(1),
        kg: old.si,
        moisture_percent: now.moisture_percent,
        active_clay_percent: now.active_clay_percent,
        note: `riddled out of ${heap.name}`
      }
    ];
    if (sand.si)
      entries.push({ heap_id: into, kind: 'added', ...common(2), ingredient: 'sand', kg: sand.si });
    if (clay.si)
      entries.push({
        heap_id: into,
        kind: 'added',
        ...common(3),
        ingredient: clayOf(heap.binder) ?? 'binder',
        kg: clay.si
      });
    [busy, trouble, asked] = [true, null, false];
    try {
      const act = await outbox.post<{ id: number }>(
        '/acts',
        { name: 'made facing sand', entries },
        'facing sand'
      );
      kept.finish();
      typed = { ...typed, old: blank(), sand: blank(), clay: blank() };
      told(`${massText(old.si, units())} of ${heap.name} is facing now.`, async () => {
        await api('POST', `/acts/${act.id}/undo`);
        await readAnew();
      });
      await readAnew();
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      [trouble, asked] = [thrown.message, thrown.question !== null];
    } finally {
      busy = false;
    }
  }
</script>

<details>
  <summary class="min-h-12 cursor-pointer py-3 font-semibold">Make facing sand of it</summary>
  <form class="grid gap-3" onsubmit={make} novalidate>
    <p class="soft small">
      Riddled through 2 mm with a quarter to a half of new sand and its clay, it lies against the pattern;
      plain sand backs it. Without a second heap one sand serves throughout.
    </p>
    {#if others.length === 0}
      <p>Facing wants a heap of its own. <a href="/heaps/new">Begin one</a>.</p>
    {:else}
      <div class="pair">
        <SelectField
          label="Into"
          bind:value={typed.into}
          options={others.map(({ id, name: of }) => ({ value: String(id), name: of }))}
        />
        <QuantityField
          label="Riddled out of {heap.name}"
          dimension="mass"
          bind:text={typed.old.text}
          bind:si={typed.old.si}
        />
        <QuantityField
          label="New sand"
          dimension="mass"
          optional
          bind:text={typed.sand.text}
          bind:si={typed.sand.si}
        />
        <QuantityField
          label="Clay"
          dimension="mass"
          optional
          bind:text={typed.clay.text}
          bind:si={typed.clay.si}
        />
      </div>
      {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
      {#if asked}<p>
          <button type="button" class="quiet" onclick={() => make(null, true)}>It is right as it is</button>
        </p>{/if}
      <p><button class="quiet" disabled={busy}>Log the facing sand</button></p>
    {/if}
  </form>
</details>
