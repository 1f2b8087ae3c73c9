<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { temperatureText } from '$core/quantity/display';
  import { ALLOYS, ALLOY_NAMES } from '$core/reference/alloys';
  import { api } from '$lib/ui/api-client';
  import AlloyForm from '$lib/ui/alloy/AlloyForm.svelte';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';

  const { data } = $props();
  const degrees = (c: number) => temperatureText(c, units());

  async function remove({ id, name }: { id: number; name: string }) {
    await api('DELETE', `/alloys/${id}`);
    told(`${name} is off the list.`, async () => {
      await api('POST', `/alloys/${id}/restore`);
      await invalidateAll();
    });
    await invalidateAll();
  }
</script>

<svelte:head><title>Alloys · Brunkel</title></svelte:head>

<header class="mb-5">
  <h1>Alloys</h1>
  <p class="soft small">
    What the handbook has, and your own. A mold takes one on its <a href="/pour">gating page</a>.
  </p>
</header>
<div class="columns wide">
  <div class="stack">
    {#if data.alloys.length > 0}
      <section aria-label="Your own alloys">
        <h2>Your own</h2>
        <ul class="ruled">
          {#each data.alloys as alloy (alloy.id)}
            <li class="flex flex-wrap items-center justify-between gap-3 py-2">
              <span>
                <strong>{alloy.name}</strong>
                <span class="soft small block"
                  >like {ALLOYS[alloy.based_on].name}{alloy.parts
                    ? `: ${alloy.parts.map(({ name, percent }) => `${percent} % ${name}`).join(', ')}`
                    : ''}</span
                >
              </span>
              <button type="button" class="quiet" onclick={() => remove(alloy)}>Take it off</button>
            </li>
          {/each}
        </ul>
      </section>
    {/if}
    <section class="grid gap-2 overflow-x-auto" aria-label="The handbook's alloys">
      <h2>The handbook’s</h2>
      <table class="w-full text-left">
        <thead
          ><tr class="soft small"
            ><th class="font-normal">metal</th><th class="font-normal">melts</th><th class="font-normal"
              >poured</th
            ><th class="font-normal">lost</th></tr
          ></thead
        >
        <tbody>
          {#each ALLOY_NAMES as name (name)}
            {@const of = ALLOYS[name]}
            <tr class="border-t border-(--rule)">
              <th class="py-2 pr-3 font-semibold">{of.name}</th>
              <td class="figure pr-3 text-sm">{degrees(of.solidus_c)}–{degrees(of.liquidus_c)}</td>
              <td class="figure pr-3 text-sm">{degrees(of.pour_range_c[0])}–{degrees(of.pour_range_c[1])}</td>
              <td class="figure text-sm">{100 * of.loss[0]}–{Math.round(100 * of.loss[1])} %</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </section>
  </div>
  <section class="stack" aria-label="A new alloy">
    <h2>One of your own</h2>
    <AlloyForm />
  </section>
</div>
