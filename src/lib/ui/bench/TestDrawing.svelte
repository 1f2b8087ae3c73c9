<script lang="ts">
  /** Own line drawings, one for each bench test: the rig, and what moves. Sand is filled, motion is heat-coloured. */
  import type { HeapTestKind } from '$core/bench/heap-test';

  interface Props {
    kind: HeapTestKind;
    size?: number;
    /** Oil-bonded: dried in an oven, never over a flame. */
    oil?: boolean;
  }
  const { kind, size = 96, oil = false }: Props = $props();
</script>

<svg class="drawing" viewBox="0 0 96 72" width={size} height={(size * 3) / 4} aria-hidden="true">
  {#if kind === 'moisture'}
    <path class="sand" d="M26 36c6-8 14-10 22-10s16 2 22 10z" />
    <path d="M18 36h60l-5 11H23z M78 38h12" />
    {#if oil}
      <path d="M8 2h80v66H8z M14 50h68 M20 59h6 M34 59h6 M70 59h6" />
    {:else}
      <path d="M12 66h72 M30 66c0-6 4-10 8-10 M66 66c0-6-4-10-8-10 M48 66v-8" />
    {/if}
    <path class="moves" d="M34 18c-4-4 4-6 0-11 M48 18c-4-4 4-6 0-11 M62 18c-4-4 4-6 0-11" />
  {:else if kind === 'probe'}
    <path class="sand" d="M6 62c12-26 26-34 42-34s30 8 42 34z" />
    <path d="M44 8h8v10h-8z M46 18v30l2 5 2-5V18" />
    <path class="moves" d="M36 44c-3 4-3 8 0 12 M60 44c3 4 3 8 0 12 M29 47c-2 3-2 6 0 9 M67 47c2 3 2 6 0 9" />
  {:else if kind === 'squeeze'}
    <path
      d="M20 40c0-8 5-12 11-12h30c9 0 14 5 14 13v8c0 8-7 15-17 15H38c-10 0-18-6-18-15z M32 28v17 M43 28v18 M54 28v17"
    />
    <path class="sand" d="M34 26c0-8 6-14 13-14s13 6 13 14z" />
    <path class="moves" d="M8 40l8 4m-6 3l6-3-2-6 M88 40l-8 4m6 3l-6-3 2-6" />
  {:else if kind === 'compactability'}
    <path class="sand" d="M32 36h32v28H32z" />
    <path d="M30 12v54h36V12" />
    <path d="M34 36h28 M48 4v24 M38 28h20v6H38z" />
    <path d="M32 18h32" stroke-dasharray="3 4" />
    <path class="moves" d="M78 18v16m-4-4l4 4 4-4" />
  {:else if kind === 'green-compression'}
    <path class="sand" d="M36 28h24v26H36z" />
    <path d="M28 22h40v6H28z M20 54h56v10H20z M40 59h16" />
    <path d="M46 28l4 8-5 6 5 12" />
    <path class="moves" d="M48 4v14m-5-5l5 5 5-5" />
  {:else if kind === 'permeability'}
    <path class="sand" d="M38 44h20v18H38z" />
    <path d="M36 34v30h24V34 M26 34h44 M30 34V14h36v20 M70 54h16V42" />
    <path class="moves" d="M48 6v30m-4-5l4 5 4-5 M44 68h8" />
    <circle cx="80" cy="22" r="9" /><path d="M80 22v-5 M80 22l4 2 M77 10h6" />
  {:else if kind === 'shatter'}
    <path class="sand" d="M38 6h20v16H38z" />
    <path d="M26 46h44 M10 56h76 M18 56v-4 M30 56v-4 M66 56v-4 M78 56v-4" />
    <path d="M20 50l4-3 3 4z M68 50l5-4 3 4z M36 63h3 M52 65h3 M62 62h2 M26 64h2" />
    <path class="moves" d="M48 26v14m-4-4l4 4 4-4" />
  {:else if kind === 'clay-wash'}
    <path d="M26 10h32l-3 44H29z" transform="rotate(24 42 32)" />
    <path class="sand" d="M22 45l20 10 4-3-22-11z" />
    <path class="moves" d="M62 26c10 4 12 16 12 30" />
    <path d="M60 60h28 M64 66h20 M68 34l-2 4 M80 40l2 4" />
  {:else if kind === 'ignition'}
    <path class="sand" d="M32 30c4-5 10-7 16-7s12 2 16 7z" />
    <path d="M26 30h44c0 8-8 13-22 13S26 38 26 30z M48 43v3" />
    <path class="moves" d="M36 68c-4-8 2-12 4-18 4 4 2 8 6 12 2-4 1-8 4-13 5 5 8 11 6 19z" />
    <path d="M40 14c-3-4 3-5 0-9 M54 14c-3-4 3-5 0-9" />
  {:else if kind === 'methylene-blue'}
    <path d="M68 4v30 M76 4v30 M68 34l4 8 4-8 M66 4h12 M72 44v3" />
    <circle class="moves" cx="34" cy="44" r="20" stroke-dasharray="2 4" />
    <circle class="sand" cx="34" cy="44" r="10" />
    <path d="M8 18h52v52H8z" />
    <path class="moves" d="M72 54l-10-4m4-3l-4 3 3 4" />
  {:else if kind === 'settling-jar'}
    <path class="sand" d="M32 50h32v16H32z" />
    <path d="M30 8v58h36V8 M30 16h36 M32 40h32 M32 50h32" />
    <path class="moves" d="M74 40h10 M74 50h10 M74 62h10" />
  {:else if kind === 'trial-cylinders'}
    <path class="sand" d="M14 30h26v30H14z" /><path
      d="M56 30h26v30H56z M8 60h80 M24 40l4 8-5 6 M66 40l4 8-5 6"
    />
    <path class="moves" d="M27 8v16m-5-5l5 5 5-5 M69 4v20m-5-5l5 5 5-5" />
  {:else if kind === 'grinding'}
    <path class="sand" d="M18 62c8-10 18-14 30-14s22 4 30 14z" />
    <path d="M14 62h68 M26 40h44v8H26z M28 44h40" stroke-dasharray="5 3" />
    <circle cx="36" cy="26" r="7" /><circle cx="56" cy="28" r="6" /><circle cx="48" cy="14" r="5" />
    <path class="moves" d="M78 8v20m-5-5l5 5 5-5" />
  {:else if kind === 'sieve'}
    <path d="M22 8h52v10H22z M24 24h48v10H24z M26 40h44v10H26z M28 56h40v10H28z" />
    <path d="M24 18h48 M26 34h44 M28 50h40" stroke-dasharray="5 3" />
    <path
      class="sand"
      d="M34 18c4-5 22-5 28 0z M32 34c6-7 26-7 32 0z M38 50c4-4 16-4 20 0z M40 66c4-3 12-3 16 0z"
    />
    <path class="moves" d="M6 32h8m-3-3l3 3-3 3 M90 32h-8m3-3l-3 3 3 3" />
  {:else}
    <path class="sand" d="M8 48h80v18H8z" />
    <path d="M8 48h80 M44 40h8v8h-8z" />
    <circle cx="48" cy="24" r="16" /><path
      d="M48 24l8-7 M38 14l2 2 M48 11v3 M59 14l-2 2 M35 25h3 M61 25h-3"
    />
    <path class="moves" d="M78 26v14m-4-4l4 4 4-4" />
  {/if}
</svg>
