<script lang="ts">
  import type { Figure } from '$core/quantity/display';

  interface Props {
    figure: Figure;
    /** One standard deviation, in the same unit, as digits: an estimate. */
    spread?: string;
  }
  const { figure, spread }: Props = $props();
</script>

<span class="figure" class:estimate={spread !== undefined}
  >{figure.value}{#if spread !== undefined}&nbsp;<span class="spread">±&nbsp;{spread}</span>{/if}&nbsp;<span
    class="unit">{figure.unit}</span
  ></span
>

<style>
  .estimate {
    border-bottom: 1px dotted var(--edge);
  }
</style>
