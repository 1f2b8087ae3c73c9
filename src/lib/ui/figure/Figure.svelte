<script lang="ts">
  import type { Figure } from '$core/quantity/display';

  interface Props {
    figure: Figure;
    /** Half the range that holds nine times in ten, in the same unit, as digits: it marks an estimate. */
    spread?: string;
  }
  const { figure, spread }: Props = $props();
</script>

<span class="figure" class:estimate={spread !== undefined}
  >{figure.value}{#if spread !== undefined}<span class="spread gap">±&#8239;{spread}</span>{/if}<span
    class="unit gap">{figure.unit}</span
  ></span
>

<style>
  .gap {
    margin-left: 0.3em;
  }
  .estimate {
    border-bottom: 1px dotted var(--edge);
  }
</style>
