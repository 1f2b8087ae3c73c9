<script lang="ts">
  import type { Figure } from '$core/quantity/display';

  const { figure, of }: { figure: Figure; of: string } = $props();
</script>

<p class="big"><span class="value">{figure.value}</span> <span class="unit">{figure.unit} {of}</span></p>

<style>
  .big {
    line-height: 1;
    font-family: var(--display);
  }
  .value {
    font-size: 3.4rem;
    font-weight: 700;
    letter-spacing: -0.02em;
  }
  .unit {
    font-size: 1.25rem;
    font-weight: 600;
  }
</style>
