<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  /** What waits to be sent, where everybody sees it; nothing while nothing waits. */
  import { onMount } from 'svelte';
  import { told } from '$lib/ui/toast/toaster';
  import { shortTime } from '$lib/ui/date/written-date';
  import { strike } from '$lib/ui/entry/log-entry';
  import { Ticking } from '$lib/ui/timer/ticking.svelte';
  import { amend } from '$lib/ui/api-client';
  import { outbox, type OutboxItem } from '$lib/ui/outbox/outbox.svelte';

  /** A moment on the way is no news. */
  const NEWS_AFTER_MS = 1500;
  const clock = new Ticking(500);
  const shown = $derived(
    outbox.items.filter(
      ({ refused, put_in_at }) => refused || clock.now - Date.parse(put_in_at) > NEWS_AFTER_MS
    )
  );
  const waiting = $derived(shown.filter(({ refused }) => !refused));

  /** How what was delivered is taken back: a change by putting back what it was made to. */
  function undoOf({ path, seen }: OutboxItem, record: unknown): (() => Promise<void>) | undefined {
    const { id, version } = (record ?? {}) as { id?: number; version?: number };
    if (!seen) return id === undefined ? undefined : () => strike(`${path}/${id}`);
    const { version: _, ...before } = seen;
    if (version === undefined || Object.keys(before).length === 0) return undefined;
    return async () => {
      await amend(path, record as { version: number }, before);
      await readAnew();
    };
  }

  onMount(() =>
    outbox.wake((item, record) => {
      told(`Sent: ${item.words}`, undoOf(item, record));
      void readAnew();
    })
  );
</script>

{#if shown.length > 0}
  <section class="outbox small" aria-label="Outbox">
    {#if waiting.length > 0}
      <p role="status">
        <strong
          >{waiting.length === 1 ? 'One entry waits' : `${waiting.length} entries wait`} in the outbox.</strong
        >
        {outbox.trouble ??
          (outbox.unreachable
            ? `Brunkel cannot be reached; ${waiting.length === 1 ? 'it goes' : 'they go, in order,'} once it is back.`
            : 'On their way.')}
      </p>
    {/if}
    <ul>
      {#each shown as item (item.key)}
        <li>
          <span>
            {item.words} <span class="soft">({shortTime(item.put_in_at)})</span>
            {#if item.refused}<span class="wrong" role="alert">{item.refused.message}</span>{/if}
          </span>
          <span class="row">
            {#if item.refused && item.refused.status !== 404}
              <button class="quiet" type="button" onclick={() => outbox.sendAnyway(item)}
                >Send it anyway</button
              >
            {/if}
            <button class="quiet" type="button" onclick={() => outbox.throwAway(item.key)}
              >Throw it away</button
            >
          </span>
        </li>
      {/each}
    </ul>
    {#if waiting.length > 0}
      <button class="quiet" type="button" onclick={() => outbox.flush()}>Try now</button>
    {/if}
  </section>
{/if}

<style>
  .outbox {
    display: grid;
    gap: 0.5rem;
    margin-bottom: 1.25rem;
    padding: 0.75rem 1rem;
    border: 1px dashed var(--ink);
    border-radius: var(--radius-base);
    background: var(--paper);
    justify-items: start;
  }
  ul {
    width: 100%;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    justify-content: space-between;
    gap: 0.25rem 1rem;
  }
</style>
