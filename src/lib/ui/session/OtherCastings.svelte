<script lang="ts">
  /** Other castings that are open beside the one on this page, and the way to each. */
  import { castingWords, type Casting } from './casting-words';
  import { stagePage } from './stage-page';

  interface Props {
    others: readonly Casting[];
    /** The stage's page, which takes the one that is asked for. */
    page: '/pour' | '/shake-out';
  }
  const { others, page }: Props = $props();
</script>

{#if others.length > 0}
  <p class="small">
    Also open:
    {#each others as other, i (other.id)}{i > 0 ? ', ' : ''}<a href={stagePage(page, other.id)}
        >{castingWords(other).name}</a
      >{/each}
  </p>
{/if}
