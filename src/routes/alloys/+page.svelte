<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { temperatureText } from '$core/quantity/display';
  import { ALLOYS, ALLOY_NAMES } from '$core/reference/alloys';
  import { api } from '$lib/ui/api-client';
  import AlloyForm from '$lib/ui/pour/AlloyForm.svelte';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';

  const { data } = $props();
  const degrees = (c: number) => temperatureText(c, units());

  async function remove({ id, name }: { id: number; name: string }) {
    await api('DELETE', `/alloys/${id}`);
    told(`${name} is off the list.`, async () => {
      await api('POST', `/alloys/${id}/restore`);
      await readAnew();
    });
    await readAnew();
  }
</script>

<svelte:head><title>Alloys · Brunkel</title></svelte:head>

<header class="mb-5">
  <h1>Alloys</h1>
  <p class="soft small">
    What the handbook has, and your own. A mold takes one on its gating page, which <a href="/pour"
      >the pour</a
    > leads to.
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
    <section class="grid gap-2" aria-label="The handbook's alloys">
      <h2>The handbook’s</h2>
      <ul class="ruled">
        {#each ALLOY_NAMES as name (name)}
          {@const of = ALLOYS[name]}
          <li class="grid gap-x-4 py-2 desk:grid-cols-[14rem_1fr]">
            <strong>{of.name}</strong>
            <span class="small"
              >melts {degrees(of.solidus_c)} to {degrees(of.liquidus_c)}, poured {degrees(of.pour_range_c[0])} to
              {degrees(of.pour_range_c[1])}, loses {100 * of.loss[0]} to {Math.round(100 * of.loss[1])} %</span
            >
          </li>
        {/each}
      </ul>
    </section>
  </div>
  <section class="stack" aria-label="A new alloy">
    <h2>One of your own</h2>
    <AlloyForm />
  </section>
</div>
