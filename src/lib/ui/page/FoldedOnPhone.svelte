<script lang="ts">
  /** A part of a page that the desk shows as it is, and the phone under a line that opens it. */
  import { onMount, tick, type Snippet } from 'svelte';
  import { ChevronDown } from '@lucide/svelte';
  import { Collapsible } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    /** What the line is called. */
    title: string;
    /** Something in it is set already. */
    opened?: boolean;
    children: Snippet;
  }
  const { title, opened = false, children }: Props = $props();
  // As the page comes; from then on as somebody has it.
  // svelte-ignore state_referenced_locally
  let open = $state(opened);
  let content = $state<HTMLElement>();
  // A draft that comes back sets something in it later.
  $effect(() => {
    if (opened) open = true;
  });

  /** Whoever is led to something in it finds it open. */
  async function openFor(hash: string) {
    const place = hash.length > 1 ? document.getElementById(decodeURIComponent(hash.slice(1))) : null;
    if (!place || !content?.contains(place)) return;
    open = true;
    await tick();
    place.scrollIntoView();
  }
  onMount(() => {
    void openFor(location.hash);
    const led = () => void openFor(location.hash);
    addEventListener('hashchange', led);
    return () => removeEventListener('hashchange', led);
  });
</script>

<Collapsible {open} onOpenChange={(now) => (open = now.open)}>
  <h2 class="border-b border-(--rule) desk:hidden print:hidden">
    <Collapsible.Trigger class="flex min-h-13 w-full items-center justify-between gap-3 text-left"
      >{title}
      <Collapsible.Indicator><ChevronDown size={20} aria-hidden="true" /></Collapsible.Indicator>
    </Collapsible.Trigger>
  </h2>
  <Collapsible.Content>
    {#snippet element(attributes)}
      <!-- Whether it is hidden hangs on the screen too: the sheet says so, not an attribute. -->
      <div {...attributes} hidden={undefined} class="folded stack" class:closed={!open} bind:this={content}>
        {@render children()}
      </div>
    {/snippet}
  </Collapsible.Content>
</Collapsible>

<style>
  /* What cannot be opened (on the desk, on paper, without a script) is open. */
  @media screen and (max-width: 61.99rem) and (scripting: enabled) {
    .folded {
      padding-block: 0.75rem;
    }
    .closed {
      display: none;
    }
  }
</style>
