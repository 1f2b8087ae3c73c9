<script lang="ts">
  /** The casting that is on, or that comes next, in a line. */
  import { page } from '$app/state';
  import { castingWords } from '$lib/ui/session/casting-words';
  import { dueWords } from '$lib/ui/session/due-words';

  const session = $derived(page.data.session);
  const words = $derived(session && castingWords(session));
  const due = $derived(session?.due ? dueWords(session.due, session.due_mold) : null);
</script>

{#if words}
  <a
    href={due?.href ?? '/#casting'}
    class="flex min-h-12 min-w-0 flex-col justify-center rounded-base border border-dashed border-white/40 px-2 py-1 text-xs text-inherit no-underline desk:min-h-0"
  >
    <strong class="max-w-full truncate text-[#f3e6c8] desk:whitespace-normal">{words.name}</strong>
    {#if due}<span class="max-w-full truncate desk:whitespace-normal">{due.says}</span>{:else}<span
        class="hidden desk:block">{words.when}</span
      >{/if}
  </a>
{/if}
