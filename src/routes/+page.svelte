<script lang="ts">
  import { VERDICT_WORDS } from '$core/judge/temper-verdict';
  import { massText } from '$core/quantity/display';
  import { BINDER_NAMES } from '$core/reference/targets';
  import { units } from '$lib/ui/preferences';
  import VerdictWord from '$lib/ui/temper/VerdictWord.svelte';
  import DryWetRuler from '$lib/ui/temper/DryWetRuler.svelte';
  import { nextStep } from '$lib/ui/temper/next-step';
  import { ArrowRight } from '@lucide/svelte';

  const { data } = $props();

  /** Oil sand holds so little water that tenths would say nothing. */
  function moistureText({ value, sd }: { value: number; sd: number }): string {
    const decimals = value < 0.5 ? 2 : 1;
    return `${value.toFixed(decimals)} ± ${(1.645 * sd).toFixed(decimals)}`;
  }
</script>

<svelte:head><title>Bench · Brunkel</title></svelte:head>

{#if data.heaps.length === 0}
  <section class="first">
    <h1>Your sand, kept in temper</h1>
    <p>
      Brunkel works out what goes on the scale, tells you when a heap is too dry or too wet, and says in grams
      what to add. Start with the heap you have, or the one you are about to mix.
    </p>
    <p>
      <a class="act" href="/heaps/new">Start your first heap <ArrowRight size={18} aria-hidden="true" /></a>
    </p>
    <p class="soft small">Two minutes, a kitchen scale and your bags of sand and clay are enough.</p>
  </section>
{:else}
  <header class="top">
    <h1>Bench</h1>
    <a class="quiet" href="/heaps/new">New heap</a>
  </header>
  <ul class="heaps ruled">
    {#each data.heaps as { heap, state, trouble } (heap.id)}
      <li>
        {#if state}
          <a
            class="heap"
            href="/heaps/{heap.id}"
            aria-label="{heap.name}: {VERDICT_WORDS[state.verdict]}. {nextStep(
              state,
              units(),
              heap.system === 'oil'
            )}"
          >
            <span class="who">
              <span class="name">{heap.name}</span>
              <span class="soft small">{massText(state.total_kg, units())} · {BINDER_NAMES[heap.binder]}</span
              >
            </span>
            <span class="judged"><VerdictWord {state} look /></span>
            <span class="ruler">
              {#if state.total_kg > 0}
                <DryWetRuler
                  size="small"
                  window={state.window_percent}
                  value={state.moisture_percent.value}
                  sd={state.moisture_percent.sd}
                />
                <span class="small soft">{moistureText(state.moisture_percent)} % water</span>
              {/if}
            </span>
            <span class="step"
              >{nextStep(state, units(), heap.system === 'oil')}<ArrowRight
                size={20}
                aria-hidden="true"
              /></span
            >
          </a>
        {:else}
          <p class="heap unreadable"><strong class="name">{heap.name}</strong> <span>{trouble}</span></p>
        {/if}
      </li>
    {/each}
  </ul>
{/if}

<style>
  .first {
    display: grid;
    gap: 1.25rem;
    max-width: 36rem;
    padding-block: 8vh;
  }
  .first h1 {
    font-size: clamp(2.2rem, 6vw, 3.2rem);
  }
  .unreadable {
    display: grid;
    gap: 0.25rem;
  }
  .top {
    display: flex;
    justify-content: space-between;
    align-items: center;
    padding-bottom: 0.75rem;
    border-bottom: 2px solid var(--ink);
  }
  .heap {
    display: grid;
    gap: 0.6rem 2rem;
    padding-block: 1.4rem;
    text-decoration: none;
    align-items: center;
  }
  .heap:hover .name {
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  .name {
    display: block;
    font-family: var(--display);
    font-weight: 700;
    font-size: 1.5rem;
    line-height: 1.15;
  }
  .judged {
    font-size: 1.35rem;
  }
  .ruler {
    display: grid;
    gap: 0.5rem;
  }
  .step {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 1rem;
    font-weight: 600;
    min-height: 3rem;
  }
  .step :global(svg) {
    flex: none;
  }
  @media (min-width: 62rem) {
    .heap {
      grid-template-columns: minmax(12rem, 1.2fr) 10rem minmax(14rem, 1.5fr) minmax(14rem, 1.3fr);
    }
  }
  @media (max-width: 61.99rem) {
    .step {
      background: var(--paper);
      border: 1px solid var(--ink);
      border-radius: var(--radius-base);
      padding-inline: 1rem;
    }
  }
</style>
