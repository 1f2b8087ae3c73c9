<script lang="ts">
  import { castingOf } from '$core/mold/casting';
  import { durationText, figureText, lengthFigure, massText } from '$core/quantity/display';
  import { ALLOYS, USUAL_ALLOY } from '$core/reference/alloys';
  import Fig from '$lib/ui/figure/Fig.svelte';
  import OutlineDrawing from '$lib/ui/pattern/OutlineDrawing.svelte';
  import { dryingLeft } from '$lib/ui/pattern/coats';
  import { units } from '$lib/ui/preferences';

  const { data } = $props();
  const length = (mm: number) => figureText(lengthFigure(mm / 1000, units()));
  const largest_mm = $derived(
    Math.max(...data.patterns.map((each) => Math.max(each.length_mm, each.width_mm)))
  );
  const KINDS = {
    loose: 'loose',
    split: 'split',
    'flat-back': 'flat back',
    plate: 'on a plate',
    'one-off': 'lost pattern'
  };
</script>

<svelte:head><title>Patterns · Brunkel</title></svelte:head>

<header class="flex flex-wrap items-center justify-between gap-3">
  <h1>Patterns</h1>
  <p class="row">
    {#if data.patterns.length > 0}<a class="quiet" href="/mold">Plan molds of them</a>{/if}
    <a class="act" href="/patterns/new">Put a pattern in</a>
  </p>
</header>

{#if data.patterns.length === 0}
  <p class="mt-4 max-w-2xl">
    Nothing in the library yet. Drop in the mesh of a pattern, put it together from simple solids, or weigh
    it: then you know which way up it draws, what its casting weighs, and which of your flasks takes it.
    <a href="/patterns/new">Put the first one in</a>, or ask the <a href="/flasks">flasks</a> with three dimensions
    alone.
  </p>
{:else}
  <ul class="ruled mt-4">
    {#each data.patterns as pattern (pattern.id)}
      {@const alloy = pattern.metal ?? USUAL_ALLOY}
      {@const casting = castingOf(pattern, alloy)}
      {@const drying = dryingLeft(pattern.coats)}
      <li>
        <a
          class="grid min-h-12 grid-cols-[4.5rem_minmax(0,1fr)] items-center gap-x-4 gap-y-1 py-3 no-underline desk:grid-cols-[4.5rem_minmax(0,1.2fr)_minmax(0,1fr)_minmax(0,1fr)]"
          href="/patterns/{pattern.id}"
        >
          {#if pattern.photo_hash}
            <img
              class="size-18 rounded-base border border-(--rule) object-cover"
              src="/api/v1/files/{pattern.photo_hash}"
              alt=""
              loading="lazy"
            />
          {:else}
            <OutlineDrawing {pattern} {largest_mm} />
          {/if}
          <span class="min-w-0">
            <strong class="block font-(family-name:--display) text-xl leading-tight wrap-anywhere"
              >{pattern.name}</strong
            >
            <span class="soft small"
              >{KINDS[pattern.kind]}{pattern.made > 1 ? `, ${pattern.made} of it` : ''}{pattern.wear
                ? ', worn'
                : ''}</span
            >
          </span>
          <span class="col-start-2 desk:col-start-auto"
            ><Fig name="pattern.length-mm" id={pattern.id} value={pattern.length_mm}
              >{length(pattern.length_mm)}</Fig
            > × <Fig name="pattern.width-mm" id={pattern.id} value={pattern.width_mm}
              >{length(pattern.width_mm)}</Fig
            > × <Fig name="pattern.height-mm" id={pattern.id} value={pattern.height_mm}
              >{length(pattern.height_mm)}</Fig
            >
            {#if drying > 0}<strong class="block text-(--water)"
                >a coat dries for {durationText(drying)}</strong
              >{/if}</span
          >
          <span class="col-start-2 desk:col-start-auto">
            <span class="figure"
              ><Fig name="pattern.casting-kg" id={pattern.id} value={casting.kg}
                >{pattern.volume_l === null ? 'about ' : ''}{massText(casting.kg, units())}</Fig
              ></span
            >
            <span class="soft small block"
              >{ALLOYS[alloy].name}{pattern.volume_l === null ? ', by its box' : ''}</span
            >
          </span>
        </a>
      </li>
    {/each}
  </ul>
{/if}
