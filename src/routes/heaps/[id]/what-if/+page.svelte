<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { goto } from '$app/navigation';
  import type { BranchPoint } from '$core/forecast/branch';
  import { branchWords } from '$core/forecast/branch-words';
  import { fixed, massText } from '$core/quantity/display';
  import { ApiProblem, api } from '$lib/ui/api-client';
  import BranchChart from '$lib/ui/branch/BranchChart.svelte';
  import BranchSteps from '$lib/ui/branch/BranchSteps.svelte';
  import { shortDate } from '$lib/ui/date/written-date';
  import { zone } from '$lib/ui/field/record-form.svelte';
  import { units } from '$lib/ui/preferences';
  import Term from '$lib/ui/term/Term.svelte';
  import { told, warned } from '$lib/ui/toast/toaster';

  const { data } = $props();
  const mass = (kg: number) => massText(kg, units());
  const share = ({ value, low, high }: BranchPoint['moisture']) =>
    `${fixed(100 * value, 1)} ± ${fixed(50 * (high - low), 1)} %`;
  const rows = (now: BranchPoint, present: BranchPoint, then: BranchPoint) =>
    (
      [
        ['Mass', 'estimate', (p: BranchPoint) => mass(p.total_kg)],
        [
          'Burnt sand beside it',
          'burnt',
          (p: BranchPoint) => (p.burnt_kg > 0.005 ? mass(p.burnt_kg) : 'none')
        ],
        ['Moisture', 'moisture', (p: BranchPoint) => share(p.moisture)],
        ['Active clay', 'active-clay', (p: BranchPoint) => share(p.active_clay)],
        ['Dead clay', 'active-clay', (p: BranchPoint) => share(p.dead_clay)],
        ['Fines', 'fines', (p: BranchPoint) => share(p.fines)],
        ['Water to temper it', 'temper', (p: BranchPoint) => (p.water_kg > 0 ? mass(p.water_kg) : 'none')]
      ] as const
    ).map(([name, term, of]) => ({ name, term, cells: [of(now), of(present), of(then)] }));

  async function throwAway({ id, name }: { id: number; name: string }) {
    await api('DELETE', `/branches/${id}`);
    told(`${name} is thrown away.`, async () => {
      await api('POST', `/branches/${id}/restore`);
      await readAnew();
    });
    await readAnew();
  }
  async function plan({ id }: { id: number }) {
    try {
      const { session_id } = await api<{ session_id: number }>('POST', `/branches/${id}/plan`, {
        zone: zone(),
        units: units()
      });
      await goto(`/plan?session=${session_id}&branch=${id}`);
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      warned(thrown.message);
    }
  }
</script>

<svelte:head><title>What if, {data.heap.name} · Brunkel</title></svelte:head>

<header class="mb-5">
  <h1>What if, {data.heap.name}</h1>
  <p class="soft max-w-2xl">
    A branch goes on from how the heap stands now, by the same estimate. Nothing of it is written in the
    ledger. Beside it stands the same heap left alone.
  </p>
</header>
<div class="grid gap-8 desk:grid-cols-[minmax(0,1fr)_22rem]">
  <div class="stack">
    {#if data.branches.length === 0}
      <p class="soft">
        No branch yet. Say what might happen, “pour {mass(5)} of bronze twice, then stand open for a month”, and
        follow it.
      </p>
    {/if}
    {#each data.branches as { branch, points, present } (branch.id)}
      {@const then = points.at(-1)!}
      <section class="grid gap-3 border-t-2 border-(--ink) pt-3" aria-label={branch.name}>
        <h2>{branch.name}</h2>
        <ol class="small list-inside list-decimal">
          {#each branch.steps as step, i (i)}<li>{branchWords(step, units())}</li>{/each}
        </ol>
        <div class="overflow-x-auto">
          <table class="w-full text-sm">
            <thead>
              <tr class="border-b border-(--ink) text-right">
                <th class="text-left"><span class="sr-only">Figure</span></th>
                <th class="pl-3">now</th><th class="pl-3">left alone until {shortDate(then.at)}</th><th
                  class="pl-3">this branch then</th
                >
              </tr>
            </thead>
            <tbody>
              {#each rows(data.now, present.at(-1)!, then) as { name, term, cells } (name)}
                <tr class="border-b border-(--rule) text-right">
                  <th class="py-1 text-left font-normal"><Term name={term}>{name}</Term></th>
                  {#each cells as cell, i (i)}<td class="figure pl-3 {i === 2 ? '' : 'font-normal'}"
                      >{cell}</td
                    >{/each}
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
        {#if points.length > 2}
          <div class="grid gap-3 desk:grid-cols-2">
            <div>
              <h3 class="text-base">Moisture</h3>
              <BranchChart label="Moisture along {branch.name}" of="moisture" {points} {present} />
            </div>
            <div>
              <h3 class="text-base">Dead clay</h3>
              <BranchChart label="Dead clay along {branch.name}" of="dead_clay" {points} {present} />
            </div>
          </div>
          <p class="soft small">
            Blue: this branch, with the range that holds nine times in ten. Grey: the heap left alone.
          </p>
        {/if}
        <p class="row">
          <button
            type="button"
            class="quiet"
            aria-label="Make a plan of it: {branch.name}"
            onclick={() => plan(branch)}>Make a plan of it</button
          >
          <button
            type="button"
            class="quiet"
            aria-label="Throw it away: {branch.name}"
            onclick={() => throwAway(branch)}>Throw it away</button
          >
        </p>
      </section>
    {/each}
  </div>
  <section class="stack" aria-label="Another branch">
    <h2>Another branch</h2>
    <BranchSteps heap_id={data.heap.id} system={data.heap.system} />
  </section>
</div>
