<script lang="ts">
  /** Own line drawings for the squeeze: a hand and what the lump does. One drawing a name. */
  export type HandDrawing =
    | 'holds'
    | 'runs'
    | 'shrinks'
    | 'stays'
    | 'crumbles'
    | 'ragged'
    | 'crisp'
    | 'bends'
    | 'clean'
    | 'film'
    | 'smeared'
    | 'none'
    | 'blurred'
    | 'sharp';

  const { drawing }: { drawing: HandDrawing } = $props();

  const OPEN_HAND =
    'M12 58c-6-6-8-14-4-18l12 6V20c0-5 7-5 7 0v16-22c0-5 7-5 7 0v22-19c0-5 7-5 7 0v20-13c0-5 7-5 7 0v24c0 8-5 14-9 18z';
  const FIST =
    'M14 34c0-6 4-9 9-9h26c7 0 11 4 11 10v9c0 9-6 14-14 14H28c-8 0-14-5-14-14z M24 25v14 M34 25v15 M44 25v14';
  const holding = $derived(['holds', 'runs'].includes(drawing));
  const fist = $derived(['shrinks', 'stays'].includes(drawing));
  const palm = $derived(['clean', 'film', 'smeared'].includes(drawing));
</script>

<svg
  viewBox="0 0 72 66"
  width="72"
  height="66"
  fill="none"
  stroke="currentColor"
  stroke-width="2"
  stroke-linejoin="round"
  stroke-linecap="round"
  aria-hidden="true"
>
  {#if holding}
    <path d="M8 46c8-4 14 4 28 4s22-8 28-4c3 2-8 14-28 14S6 50 8 46z" />
    {#if drawing === 'holds'}
      <path class="sand" d="M22 44c-3-12 3-22 14-22s17 10 14 22c-6 5-22 5-28 0z" />
    {:else}
      <path class="sand" d="M20 47c4-8 10-12 16-12s12 4 16 12z" />
      <path d="M14 50v9 M20 54v9 M52 54v9 M58 50v9" stroke-dasharray="1 4" />
    {/if}
  {:else if fist}
    <path d={FIST} />
    {#if drawing === 'shrinks'}
      <path d="M4 20l8 6m0-6v6h-6 M68 20l-8 6m0-6v6h6" />
    {:else}
      <path d="M22 14h28 M22 14l4-4m-4 4l4 4 M50 14l-4-4m4 4l-4 4" />
    {/if}
  {:else if palm}
    <path d={OPEN_HAND} transform="translate(8 2)" />
    {#if drawing === 'film'}
      <path d="M28 46h4 M36 50h5 M42 42h5 M32 54h3" />
    {:else if drawing === 'smeared'}
      <path class="sand" d="M26 44c6-6 20-6 24 2s-6 14-14 12-14-8-10-14z" />
    {/if}
  {:else if drawing === 'crisp'}
    <path class="sand" d="M8 44V30c0-6 6-8 24-8v26H14c-4 0-6-1-6-4z" />
    <path class="sand" d="M64 44V30c0-6-6-8-24-8v26h18c4 0 6-1 6-4z" />
  {:else if drawing === 'ragged'}
    <path class="sand" d="M8 44V30c0-6 6-8 22-8l3 6-4 5 4 5-3 10H14c-4 0-6-1-6-4z" />
    <path class="sand" d="M64 44V30c0-6-6-8-24-8l3 6-4 5 4 5-3 10h18c4 0 6-1 6-4z" />
  {:else if drawing === 'crumbles'}
    <path class="sand" d="M8 44V32c0-5 5-8 16-9l-2 7 4 6-5 5 2 7h-9c-4 0-6-1-6-4z" />
    <path class="sand" d="M64 44V32c0-5-5-8-16-9l2 7-4 6 5 5-2 7h9c4 0 6-1 6-4z" />
    <path d="M32 30h1 M38 26h1 M35 38h1 M31 46h1 M40 44h1 M36 52h1 M29 56h1 M43 55h1" stroke-width="3.5" />
  {:else if drawing === 'bends'}
    <path class="sand" d="M8 40c4-16 52-16 56 0l-6 10c-8-12-36-12-44 0z" />
  {:else}
    <path class="sand" d="M10 34c0-9 8-14 26-14s26 5 26 14v6c0 9-8 14-26 14S10 49 10 40z" />
    {#if drawing === 'sharp'}
      <path d="M22 24v16 M31 22v19 M41 22v19 M50 24v16" stroke-width="3" />
    {:else if drawing === 'blurred'}
      <path d="M22 26v12 M31 24v14 M41 24v14 M50 26v12" stroke-width="1.5" stroke-dasharray="2 4" />
    {/if}
  {/if}
</svg>

<style>
  svg {
    display: block;
    max-width: 100%;
  }
  .sand {
    fill: color-mix(in oklab, var(--grain) 55%, transparent);
  }
</style>
