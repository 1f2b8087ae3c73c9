<script lang="ts" module>
  import type { TermName } from './terms';

  export const DRAWN: readonly TermName[] = [
    'phs',
    'water-clay',
    'counted',
    'surface',
    'ring',
    'spread',
    'guess',
    'cope-drag',
    'draft',
    'undercut',
    'gating'
  ];
</script>

<script lang="ts">
  /** Own line drawings of the terms that a drawing tells sooner than words. */
  interface Props {
    name: TermName;
    /** Without what is written on it, which would give the word away. */
    wordless?: boolean;
  }
  const { name, wordless = false }: Props = $props();
</script>

<svg class="drawing h-auto" viewBox="0 0 200 84" width="200" height="84" aria-hidden="true">
  {#if name === 'phs'}
    <path class="sand" d="M8 70c16-40 34-52 52-52s36 12 52 52z" />
    <path class="clay" d="M140 70c4-9 10-13 17-13s13 4 17 13z" />
    <path d="M2 70h196" />
    <text x="60" y="56">100</text><text x="157" y="50">8</text>
  {:else if name === 'water-clay'}
    <path class="clay" d="M24 26h52v44H24z" />
    <path class="water" d="M124 70V44h30v26z" />
    <path d="M2 70h196" /><text x="50" y="54">100 g</text><text x="139" y="36">43 g</text>
    <text x="100" y="56">:</text>
  {:else if name === 'counted'}
    <path class="clay" d="M24 34h44v36H24z" /><path d="M24 20h44v14H24z" stroke-dasharray="3 4" />
    <path class="clay" d="M122 20h44v50h-44z" /><path d="M122 8h44v12h-44z" stroke-dasharray="3 4" />
    <path d="M2 70h196" />
    <path class="moves" d="M84 52h22m-6-5l6 5-6 5" />
  {:else if name === 'surface'}
    <path d="M64 20l10 56h52l10-56" /><path class="sand" d="M67 34l7 42h52l7-42c-20 8-46 8-66 0z" />
    <ellipse class="moves fill" cx="100" cy="34" rx="33" ry="8" />
    <path class="moves" d="M86 14c-4-4 4-6 0-11 M100 14c-4-4 4-6 0-11 M114 14c-4-4 4-6 0-11" />
  {:else if name === 'ring'}
    <path class="sand" d="M10 34h180v14H10z" /><path d="M78 26h54v30H78z" />
    <circle cx="92" cy="41" r="7" fill="var(--paper)" /><path d="M92 41h-34" stroke-dasharray="2 4" />
    <path class="moves" d="M54 60v-18m-5 18h10l-5-9z" />
    {#if !wordless}<text x="105" y="20">window</text><text x="92" y="76">tested</text><text x="40" y="76"
        >now</text
      >{/if}
  {:else if name === 'spread'}
    <path d="M8 62h184" /><path class="sand" d="M20 62c2-8 8-11 18-11h120c12 0 18 3 20 11z" />
    <path d="M150 52V34c0-5 9-5 9 0v18" />
    <path class="moves" d="M60 42c-4-4 4-6 0-11 M84 42c-4-4 4-6 0-11 M108 42c-4-4 4-6 0-11" />
  {:else if name === 'guess'}
    <path d="M10 60h180 M10 54v12 M190 54v12" />
    <path class="sand" d="M20 60c40-4 50-40 80-40s40 36 80 40z" stroke-dasharray="3 4" />
    <path class="moves" d="M100 60V16" />
  {:else if name === 'cope-drag'}
    <path class="sand" d="M40 10h120v62H40z" />
    <path d="M32 10h8v62h-8z M160 10h8v62h-8z" />
    <path d="M20 40h160" stroke-dasharray="10 4 2 4" />
    {#if !wordless}<text x="100" y="29">cope</text><text x="100" y="60">drag</text>{/if}
  {:else if name === 'draft'}
    <path class="sand" d="M14 20h172v52H14z" />
    <path d="M66 20l8 44h52l8-44z" fill="var(--paper)" />
    <path d="M134 20v44" stroke-dasharray="3 4" />
    <path class="moves" d="M100 40V8m-5 7l5-7 5 7" />
    <text x="152" y="60">3°</text>
  {:else if name === 'undercut'}
    <path class="sand" d="M14 14h172v58H14z" />
    <path d="M92 14h16v28h28v14H64V42h28z" fill="var(--paper)" />
    <path class="moves" d="M72 36V22 M80 36V22 M120 36V22 M128 36V22" />
  {:else if name === 'gating'}
    <path class="sand" d="M14 14h172v58H14z" />
    <path d="M40 10h28l-8 8-2 32h52v-8h52v18h-52v-4H50l-2-38z" fill="var(--paper)" />
    <path d="M144 42V14h10v28" fill="var(--paper)" />
    <path class="moves" d="M54 22v24m-4-6l4 6 4-6 M66 53h34m-6-4l6 4-6 4" />
  {/if}
</svg>

<style>
  .clay {
    fill: var(--clay);
    fill-opacity: 0.75;
  }
  .fill {
    fill: var(--heat);
    fill-opacity: 0.18;
  }
</style>
