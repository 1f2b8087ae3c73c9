<script lang="ts">
  /** What a term means, beside the word that was tapped. */
  import { Popover, Portal } from '@skeletonlabs/skeleton-svelte';
  import { X } from '@lucide/svelte';
  import TermDrawing, { DRAWN } from './TermDrawing.svelte';
  import { TERMS, type TermName } from './terms';

  interface Props {
    name: TermName;
    anchor: HTMLElement;
    onclose: () => void;
  }
  const { name, anchor, onclose }: Props = $props();
</script>

<Popover
  open
  onOpenChange={({ open }) => {
    if (!open) onclose();
  }}
  positioning={{ placement: 'bottom-start', getAnchorElement: () => anchor }}
  finalFocusEl={() => anchor}
>
  <Portal>
    <Popover.Positioner class="z-30!">
      <Popover.Content
        class="grid w-[min(22rem,calc(100vw-2rem))] gap-2 rounded-base border border-(--ink) bg-(--paper) p-4 text-(--ink)"
      >
        <header class="flex items-center justify-between gap-2">
          <Popover.Title class="font-semibold">{TERMS[name].word}</Popover.Title>
          <Popover.CloseTrigger class="grid size-12 place-items-center" aria-label="Put it away"
            ><X size={18} aria-hidden="true" /></Popover.CloseTrigger
          >
        </header>
        {#if DRAWN.includes(name)}<TermDrawing {name} />{/if}
        <Popover.Description class="small">{TERMS[name].means}</Popover.Description>
        <a class="small inline-flex min-h-12 items-center" href="/handbook#word-{name}">In the handbook</a>
      </Popover.Content>
    </Popover.Positioner>
  </Portal>
</Popover>
