<script lang="ts">
  import { navigating } from '$app/state';
  import { Toast } from '@skeletonlabs/skeleton-svelte';
  import { onMount } from 'svelte';
  import { showNotes } from './toaster';
  import { makeRoom, toaster } from './toast-store';

  onMount(() =>
    showNotes(({ title, type, undo, answer }) => {
      makeRoom();
      toaster.create({
        title,
        ...(type && { type }),
        ...(undo && { action: { label: 'Undo', onClick: () => void undo() } }),
        ...(answer && { action: { label: answer.label, onClick: () => void answer.act() } })
      });
    })
  );
  // A note on the way to the next page stays until that page is there, however slow: its time to be read begins then.
  $effect(() => {
    if (navigating.to) toaster.pause();
    else toaster.resume();
  });
</script>

<Toast.Group {toaster}>
  {#snippet children(toast)}
    <Toast
      {toast}
      class="flex min-h-13 w-[min(24rem,calc(100vw-2rem))] items-center gap-2 rounded-base border border-(--edge) bg-(--rail) py-1 pr-2 pl-4 text-[#fbf8f2]"
    >
      <Toast.Message>
        <Toast.Title>{toast.title}</Toast.Title>
      </Toast.Message>
      {#if toast.action}
        <Toast.ActionTrigger class="min-h-12 cursor-pointer px-3 font-bold text-[#ffb48f] underline"
          >{toast.action.label}</Toast.ActionTrigger
        >
      {/if}
      <Toast.CloseTrigger class="ml-auto grid size-12 cursor-pointer place-items-center" aria-label="Close" />
    </Toast>
  {/snippet}
</Toast.Group>
