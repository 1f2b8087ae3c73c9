<script lang="ts">
  /** A word that is explained on tap; without a script it leads to the handbook. Bare, it is a question mark. */
  import type { Snippet } from 'svelte';
  import { CircleQuestionMark } from '@lucide/svelte';
  import type { TermName } from './terms';

  interface Props {
    name: TermName;
    /** What is asked about, where only a question mark is drawn. */
    of?: string;
    children?: Snippet;
  }
  const { name, of = '', children }: Props = $props();
  let link = $state<HTMLAnchorElement | null>(null);
  let open = $state(false);

  function explain(event: MouseEvent) {
    // With a key held the browser opens the handbook beside this page, as with any link.
    if (event.ctrlKey || event.metaKey || event.shiftKey || event.button !== 0) return;
    event.preventDefault();
    open = true;
  }
</script>

<a
  class="relative inline-flex items-center text-inherit underline decoration-dotted decoration-2 underline-offset-4 after:absolute after:-inset-3"
  href="/handbook#word-{name}"
  aria-haspopup="dialog"
  aria-expanded={open}
  bind:this={link}
  onclick={explain}
  >{#if children}{@render children()}{:else}<CircleQuestionMark size={16} aria-hidden="true" /><span
      class="sr-only">What is “{of}”?</span
    >{/if}</a
>{#if open && link}{#await import('./TermSheet.svelte') then { default: TermSheet }}<TermSheet
      {name}
      anchor={link}
      onclose={() => (open = false)}
    />{/await}{/if}
