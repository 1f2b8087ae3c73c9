<script lang="ts">
  /**
   * The answer and its action, kept in sight on the phone above the bar of places; at the desk the ticket beside the form
   * shows them. On a short screen it stays at its place in the page.
   */
  import type { Snippet } from 'svelte';

  const { answer, action }: { answer: Snippet; action: Snippet } = $props();
</script>

<div
  class="sticky bottom-[calc(4rem+env(safe-area-inset-bottom))] z-4 -mx-4 flex items-center justify-between gap-3 border-t border-(--ink) bg-(--paper) px-4 py-2 short:static desk:hidden print:hidden"
>
  <div class="min-w-0 leading-tight" aria-hidden="true">{@render answer()}</div>
  <div class="shrink-0">{@render action()}</div>
</div>
