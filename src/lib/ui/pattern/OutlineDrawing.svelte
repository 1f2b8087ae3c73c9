<script lang="ts">
  /** A pattern's outline on the parting, as large as it is beside the others. */
  interface Props {
    pattern: {
      length_mm: number;
      width_mm: number;
      footprint_mm: readonly (readonly [number, number])[] | null;
    };
    /** Longest side of all that stand beside it. */
    largest_mm: number;
  }
  const { pattern, largest_mm }: Props = $props();
  const corners = $derived(
    pattern.footprint_mm ??
      ([
        [-1, -1],
        [1, -1],
        [1, 1],
        [-1, 1]
      ].map(([x, y]) => [(x! * pattern.length_mm) / 2, (y! * pattern.width_mm) / 2]) as [number, number][])
  );
  const half = $derived(largest_mm * 0.54);
</script>

<svg
  class="drawing size-18 rounded-base border border-(--rule) bg-(--paper)"
  viewBox="{-half} {-half} {2 * half} {2 * half}"
  aria-hidden="true"
>
  <path
    class="sand"
    vector-effect="non-scaling-stroke"
    d="M{corners.map(([x, y]) => `${x} ${-y}`).join('L')}Z"
  />
</svg>
