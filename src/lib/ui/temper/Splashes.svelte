<script lang="ts">
  import { massFigure } from '$core/quantity/display';
  import Figure from '$lib/ui/figure/Figure.svelte';
  import { units } from '$lib/ui/preferences';

  interface Props {
    splashes_kg: readonly number[];
    /** How many, from the first, go in without asking. */
    sure: number;
    /** Which have gone in. */
    ticked: boolean[];
    onchange?: () => void;
  }
  let { splashes_kg, sure, ticked = $bindable(), onchange }: Props = $props();

  const ORDINALS = ['first splash', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];
  function nameOf(i: number): string {
    if (i >= sure) return i === sure ? 'squeeze first; only if short' : 'only if still short';
    if (splashes_kg.length === 1) return 'all at once';
    return ORDINALS[i] ?? `splash ${i + 1}`;
  }
</script>

<ul class="splashes ruled">
  {#each splashes_kg as kg, i (i)}
    <li>
      <label>
        <span class="name" class:provisional={i >= sure}>{nameOf(i)}</span>
        <span class="amount"><Figure figure={massFigure(kg, units())} /></span>
        <input type="checkbox" bind:checked={ticked[i]} {onchange} />
        <span class="box" class:dashed={i >= sure} aria-hidden="true"></span>
      </label>
    </li>
  {/each}
</ul>

<style>
  label {
    display: grid;
    grid-template-columns: 1fr auto 3rem;
    align-items: center;
    gap: 0.75rem;
    min-height: 3.25rem;
    cursor: pointer;
    position: relative;
  }
  .name {
    line-height: 1.25;
  }
  .provisional {
    font-size: 0.9rem;
    color: var(--soft);
  }
  .amount {
    color: var(--water);
    font-size: 1.2rem;
  }
  input {
    position: absolute;
    right: 0;
    width: 3rem;
    height: 3rem;
    opacity: 0;
    cursor: pointer;
  }
  .box {
    display: grid;
    place-items: center;
    width: 2.5rem;
    height: 2.5rem;
    justify-self: end;
    border: 2px solid var(--ink);
    border-radius: var(--radius-base);
  }
  .dashed {
    border-style: dashed;
  }
  input:checked + .box {
    background: var(--good-ground);
    border-style: solid;
    border-color: var(--good-ground);
  }
  input:checked + .box::before {
    content: '✓';
    color: #fff;
    font-weight: 700;
    font-size: 1.25rem;
  }
  input:focus-visible + .box {
    outline: 3px solid var(--heat);
    outline-offset: 2px;
  }
</style>
