<script lang="ts">
  /** A defect as it shows on a plain casting, cut where it lies within. */
  import type { DefectName } from '$core/reference/defects';

  const { name }: { name: DefectName } = $props();
  const slab = 'M10 22H86V50H10Z';
</script>

<svg class="drawing h-16 w-24" viewBox="0 0 96 64" aria-hidden="true">
  {#if name === 'blow'}
    <path class="sand" d={slab} /><ellipse cx="34" cy="30" rx="8" ry="5" /><ellipse
      cx="58"
      cy="28"
      rx="5"
      ry="3.5"
    /><circle cx="72" cy="31" r="3" />
  {:else if name === 'pinholes'}
    <path class="sand" d={slab} />
    {#each [18, 26, 33, 41, 47, 55, 62, 70, 78] as x, i (x)}<circle
        cx={x}
        cy={30 + ((i * 7) % 15)}
        r="0.9"
      />{/each}
  {:else if name === 'dirt'}
    <path class="sand" d={slab} />
    {#each [24, 30, 37, 52, 60, 66] as x, i (x)}<path
        class="moves"
        d="M{x} {22 + (i % 2) * 2}l3 4 3-3z"
      />{/each}
  {:else if name === 'drop'}
    <path class="sand" d="M10 22H34L40 12H56L62 22H86V50H10Z" /><path class="moves" d="M44 34l6 6m0-6l-6 6" />
  {:else if name === 'scab'}
    <path class="sand" d="M10 22H30Q36 15 44 18T58 16Q64 20 66 22H86V50H10Z" /><path
      class="moves"
      d="M16 40q8-6 14 0t14 0 14 0 16-2"
    />
  {:else if name === 'rough'}
    <path
      class="sand"
      d="M10 22l4-3 4 4 4-5 4 4 4-4 4 5 4-5 4 4 4-4 4 5 4-4 4 4 4-5 4 4 4-4 4 5 4-4 4 3V50H10Z"
    />
  {:else if name === 'swell'}
    <path class="sand" d="M10 22Q48 6 86 22V50Q48 60 10 50Z" /><path stroke-dasharray="3 3" d={slab} />
  {:else if name === 'sticker'}
    <path class="sand" d="M10 22H50L54 30L60 27L66 35L72 24L86 22V50H10Z" /><path
      class="moves"
      d="M62 8v10m-4-4 4 4 4-4"
    />
  {:else if name === 'flash'}
    <path class="sand" d={slab} /><path class="moves" d="M2 36H10M86 36H94" /><path
      d="M10 36H86"
      stroke-dasharray="3 3"
    />
  {:else if name === 'shift'}
    <path class="sand" d="M16 20H86V36H16Z" /><path class="sand" d="M8 36H78V52H8Z" />
  {:else if name === 'misrun'}
    <path class="sand" d="M10 22H60Q72 24 70 36T58 50H10Z" /><path
      stroke-dasharray="3 3"
      d="M60 22H86V50H58"
    />
  {:else if name === 'cold-shut'}
    <path class="sand" d="M10 22H45Q50 36 45 50H10Z" /><path class="sand" d="M86 22H52Q47 36 52 50H86Z" />
  {:else if name === 'shrinkage'}
    <path class="sand" d="M10 22H34Q48 32 62 22H86V50H10Z" /><path
      class="moves"
      d="M42 38l4-3 4 4 5-2-3 6-6 1z"
    />
  {:else if name === 'hot-tear'}
    <path class="sand" d="M10 14H34V36H86V52H10Z" /><path class="moves" d="M34 36l-5 3 3 4-6 3 1 4" />
  {:else if name === 'dross'}
    <path class="sand" d={slab} /><path
      class="moves"
      d="M20 28q6-4 10 0t10 0 10 0M44 38q6-4 10 0t10 0 12-1"
    />
  {:else if name === 'burn-on'}
    <path class="sand" d={slab} /><path
      d="M10 22L16 15L24 20L31 13L40 19L48 14L57 20L66 13L74 19L80 15L86 22"
    />
    {#each [20, 34, 47, 61, 76] as x, i (x)}<circle cx={x} cy={18 + (i % 2)} r="1.4" />{/each}
  {:else if name === 'short-pour'}
    <path class="sand" d="M10 34H86V54H10Z" /><path stroke-dasharray="3 3" d="M10 34V22H86V34" /><path
      stroke-dasharray="3 3"
      d="M58 22V6H76V22"
    /><path class="moves" d="M67 8v18m-4-4 4 4 4-4" />
  {:else if name === 'vent-marks'}
    <path class="sand" d={slab} />
    {#each [22, 40, 58, 74] as x (x)}<path class="sand" d="M{x - 2} 22V17H{x + 2}V22" /><path
        class="moves"
        d="M{x} 4V14"
      />{/each}
  {:else}
    <path class="sand" d="M10 30H86V50H10Z" /><path stroke-dasharray="3 3" d="M10 30V22H86V30" /><path
      class="moves"
      d="M86 40q8 2 6 20M10 40q-8 2-6 20"
    />
  {/if}
</svg>
