<script lang="ts">
  import { Toast } from '@skeletonlabs/skeleton-svelte';
  import { toaster } from './toaster';
</script>

<Toast.Group {toaster}>
  {#snippet children(toast)}
    <Toast {toast} class="toast-note">
      <Toast.Message>
        <Toast.Title>{toast.title}</Toast.Title>
      </Toast.Message>
      {#if toast.action}
        <Toast.ActionTrigger class="undo">{toast.action.label}</Toast.ActionTrigger>
      {/if}
      <Toast.CloseTrigger class="close" aria-label="Close" />
    </Toast>
  {/snippet}
</Toast.Group>

<style>
  :global(.toast-note) {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    width: min(24rem, calc(100vw - 2rem));
    min-height: 3.25rem;
    padding: 0.25rem 0.5rem 0.25rem 1rem;
    background: var(--rail);
    color: #fbf8f2;
    border-radius: var(--radius-base);
    border: 1px solid var(--edge);
  }
  :global(.toast-note .undo) {
    min-height: 3rem;
    padding-inline: 0.75rem;
    font-weight: 700;
    color: #ffb48f;
    text-decoration: underline;
    cursor: pointer;
  }
  :global(.toast-note .close) {
    display: grid;
    place-items: center;
    min-width: 3rem;
    min-height: 3rem;
    margin-left: auto;
    cursor: pointer;
  }
  @media (max-width: 61.99rem) {
    :global([data-scope='toast'][data-part='group']) {
      margin-bottom: 4.5rem;
    }
  }
</style>
