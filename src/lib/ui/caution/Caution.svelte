<script lang="ts">
  import { TriangleAlert } from '@lucide/svelte';
  import { CAUTIONS, type CautionName } from './cautions';

  const { name }: { name: CautionName } = $props();
  const caution = $derived(CAUTIONS[name]);
</script>

<p class="caution">
  <TriangleAlert size={18} aria-hidden="true" />
  <span><strong>{caution.title}</strong> {caution.text}</span>
</p>

<style>
  .caution {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0.6rem;
    padding-block: 0.6rem;
    font-size: 0.9rem;
    border-block: 2px solid var(--heat);
  }
  .caution :global(svg) {
    color: var(--heat);
    margin-top: 0.15rem;
  }
</style>
