<script lang="ts">
  /** Why a step is skipped: one of the usual reasons, or one's own. */
  import TextField from '$lib/ui/field/TextField.svelte';

  interface Props {
    usual?: readonly string[];
    onskip: (why: string) => void;
    onleave: () => void;
  }
  const { usual = [], onskip, onleave }: Props = $props();
  let why = $state('');
</script>

<form
  class="grid gap-3"
  onsubmit={(event) => {
    event.preventDefault();
    if (why.trim()) onskip(why.trim());
  }}
>
  {#if usual.length > 0}
    <p class="row">
      {#each usual as reason (reason)}
        <button type="button" class="quiet" onclick={() => onskip(reason)}>{reason}</button>
      {/each}
    </p>
  {/if}
  <TextField label={usual.length > 0 ? 'Or why?' : 'Why?'} bind:value={why} maxlength={200} />
  <p class="row">
    <button class="quiet" disabled={why.trim() === ''}>Skip it</button>
    <button type="button" class="quiet" onclick={onleave}>Do it after all</button>
  </p>
</form>
