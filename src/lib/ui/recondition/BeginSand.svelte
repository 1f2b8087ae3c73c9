<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { nowIso } from '$core/time/now';
  /** Before the first step: what this heap needs, how it is mulled, and what else is in it. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import type { Explanation } from '$lib/ui/figure/page-of';
  import { MULLING_WAYS, mullingTime, type MullingWay } from '$core/session/recondition-steps';
  import { durationText, fixed, massText } from '$core/quantity/display';
  import type { SandNeeds } from '$lib/schema/recondition';
  import { ApiProblem, api, amend } from '$lib/ui/api-client';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import { zone } from '$lib/ui/field/record-form.svelte';
  import { units } from '$lib/ui/preferences';
  import { WAY_WORDS } from './recondition-words';

  interface Props {
    /** The casting day that it is of; one is begun where there is none. */
    session: { id: number; sand: object; version: number } | null;
    heap: { id: number; name: string; system: 'water' | 'oil' };
    needs: SandNeeds;
    facing: boolean;
    warm: boolean;
  }
  const { session, heap, needs, facing, warm }: Props = $props();
  let ways = $state<{ way: MullingWay | null; rubbish: boolean; hot: boolean }>({
    way: 'foot',
    rubbish: false,
    hot: warm
  });
  new KeptDraft(
    `sand-begin:${heap.id}`,
    () => ways,
    (back) => (ways = back)
  );
  let busy = $state(false);
  let trouble = $state<string | null>(null);
  const mass = (kg: number) => massText(kg, units());
  const rows: { what: string; of: Explanation; kg: number }[] = $derived([
    ...(needs.discard_kg > 0
      ? [{ what: 'burnt sand out', of: 'formula-burnt' as const, kg: needs.discard_kg }]
      : []),
    ...needs.additions.map(({ name, kg }) => ({ what: name.toLowerCase(), of: 'word-renewal' as const, kg })),
    ...(needs.water_kg > 0
      ? [{ what: 'water, in splashes', of: 'formula-water-only' as const, kg: needs.water_kg }]
      : []),
    ...(needs.oil_kg > 0 ? [{ what: 'oil', of: 'word-binder' as const, kg: needs.oil_kg }] : [])
  ]);

  async function begin() {
    [busy, trouble] = [true, null];
    const at = nowIso();
    try {
      const day =
        session ??
        (await api<NonNullable<Props['session']>>('POST', '/sessions', {
          name: `Sand of ${heap.name}`,
          at,
          zone: zone(),
          stage: 'recondition'
        }));
      const six = (kg: number) => Number(kg.toPrecision(6));
      await amend(`/sessions/${day.id}`, day, {
        sand: {
          heap_id: heap.id,
          plan: {
            begun_at: at,
            heap_kg: six(needs.heap_kg),
            hot: ways.hot,
            rubbish: ways.rubbish,
            facing,
            way: ways.way ?? 'foot',
            discard_kg: six(needs.discard_kg),
            additions: needs.additions.map((each) => ({ ...each, kg: six(each.kg) })),
            water_kg: six(needs.water_kg),
            oil_kg: six(needs.oil_kg),
            splashes: needs.water_kg > 0.5 ? 3 : 2
          }
        }
      });
      await readAnew();
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = thrown.message;
    } finally {
      busy = false;
    }
  }
</script>

<section class="stack" aria-label="What {heap.name} needs">
  <h2>What it needs</h2>
  {#if rows.length > 0}
    <dl class="ruled">
      {#each rows as { what, of, kg } (what)}
        <div class="flex items-baseline justify-between gap-3 py-2">
          <dt>{what}</dt>
          <dd><Explained {of} class="text-xl">{mass(kg)}</Explained></dd>
        </div>
      {/each}
    </dl>
  {:else}
    <p>Your latest tests ask for nothing. Sort, riddle, mull and test it.</p>
  {/if}
  {#if needs.burnt_kg > 0.005}<p class="soft small">
      {mass(needs.burnt_kg)} of it lies burnt by the heat of the pour, an estimate until it is weighed out.
    </p>{/if}
  {#if !needs.finished}
    <p class="wrong">
      What would bring dead clay and fines down took too much work to find out; what stands here does not. <a
        href="/heaps/{heap.id}/renew">Try with fewer lots</a
      >.
    </p>
  {:else if !needs.held && needs.conflicts.length > 0}
    <p class="wrong">
      Dead clay and fines cannot be brought down with the stock there is: more new sand would. <a
        href="/heaps/{heap.id}/renew">Try other windows</a
      >.
    </p>
  {:else if needs.after}
    <p class="soft small">
      Dead clay comes to {fixed(needs.after.dead_clay_percent, 1)} % and fines to {fixed(
        needs.after.fines_percent,
        1
      )} % of the dry mix. <a href="/heaps/{heap.id}/renew">Other windows</a>
    </p>
  {/if}
  <Choice
    legend="Mulled"
    options={MULLING_WAYS.map((value) => ({
      value,
      name: `${WAY_WORDS[value].name}, ${durationText(Math.round(mullingTime(needs.heap_kg, value) / 60) * 60)}`,
      about: WAY_WORDS[value].about
    }))}
    bind:value={ways.way}
  />
  <label class="flex min-h-12 cursor-pointer items-center gap-3">
    <input type="checkbox" class="checkbox size-6" bind:checked={ways.hot} />
    <span>It is still warm from the pour</span>
  </label>
  <label class="flex min-h-12 cursor-pointer items-center gap-3">
    <input type="checkbox" class="checkbox size-6" bind:checked={ways.rubbish} />
    <span>Resin sand, core or plaster crumbs are in it</span>
  </label>
  {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
  <p><button type="button" class="act" disabled={busy} onclick={begin}>Begin</button></p>
</section>
