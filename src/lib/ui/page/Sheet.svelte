<script lang="ts">
  /** What lies over the page until it is put away: by its cross, by Escape, or by a tap beside it. */
  import type { Snippet } from 'svelte';
  import { Dialog, Portal } from '@skeletonlabs/skeleton-svelte';
  import { X } from '@lucide/svelte';
  import { overlay } from './overlay.svelte';

  interface Props {
    title: string;
    children: Snippet;
    /** What is focused first. */
    initialFocusEl?: () => HTMLElement | null;
  }
  const { title, children, initialFocusEl }: Props = $props();
</script>

<Dialog
  open
  onOpenChange={({ open }) => {
    if (!open) overlay.open = null;
  }}
  {...initialFocusEl && { initialFocusEl }}
>
  <Portal>
    <Dialog.Backdrop class="fixed inset-0 z-20 bg-black/50" />
    <Dialog.Positioner
      class="fixed inset-0 z-20 flex items-end justify-center p-0 desk:items-start desk:p-16"
    >
      <Dialog.Content
        class="grid max-h-[88dvh] w-full max-w-xl content-start gap-3 overflow-y-auto rounded-base border border-(--ink) bg-(--paper) p-4 text-(--ink)"
      >
        <header class="flex items-center justify-between gap-3">
          <Dialog.Title class="font-(family-name:--display) text-xl font-bold">{title}</Dialog.Title>
          <Dialog.CloseTrigger class="grid size-12 place-items-center" aria-label="Put it away"
            ><X size={20} aria-hidden="true" /></Dialog.CloseTrigger
          >
        </header>
        {@render children()}
      </Dialog.Content>
    </Dialog.Positioner>
  </Portal>
</Dialog>
