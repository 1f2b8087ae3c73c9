<script lang="ts">
  /** What went wrong with a form as a whole; a likely slip is asked about, and settled with one tap. */
  import { readAnew } from '$lib/ui/read-anew';
  import { massText, inUnits } from '$core/quantity/display';
  import Restored from '$lib/ui/draft/Restored.svelte';
  import { warned } from '$lib/ui/toast/toaster';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { units } from '$lib/ui/preferences';
  import type { RecordForm } from './record-form.svelte';

  interface Props {
    form: RecordForm;
    /** Takes the amount that was likely meant, kg, into the field that the path names. */
    onlikely?: ((kg: number, path: string) => void) | undefined;
  }
  const { form, onlikely }: Props = $props();

  // The heap has changed since the amounts were worked out: what it wants now is shown at once. The form is drawn anew
  // then, so what happened is said where that does not reach.
  $effect(() => {
    if (!form.outdated) return;
    if (form.message) warned(form.message);
    void readAnew();
  });

  function take(kg: number, path: string) {
    onlikely?.(kg, path);
    form.settle();
  }
</script>

{#if form.draft && !form.busy}<Restored draft={form.draft} />{/if}
{#if form.busy && outbox.unreachable}
  <p class="small" role="status">
    <strong>No connection.</strong> It waits in the outbox and goes once Brunkel is back; nothing more to do here.
  </p>
{/if}
{#if form.question}
  {@const { path, likely_kg } = form.question}
  <div class="asked card preset-outlined-warning-500 p-4" role="alert">
    <p>{inUnits(form.errorOf(path) ?? form.message ?? '', units())}</p>
    <p class="row">
      {#if likely_kg !== null && onlikely}
        <button class="quiet" type="button" onclick={() => take(likely_kg, path)}
          >{massText(likely_kg, units())} was meant</button
        >
      {/if}
      <button class="quiet" type="button" disabled={form.busy} onclick={() => form.confirm()}
        >It is right as it is</button
      >
    </p>
  </div>
{:else if form.message}
  <p class="wrong" role="alert">{inUnits(form.message, units())}</p>
{/if}

<style>
  .asked {
    display: grid;
    gap: 0.5rem;
  }
</style>
