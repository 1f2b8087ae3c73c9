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
    class="block min-w-0 truncate rounded-base border border-dashed border-white/40 px-2 py-1 text-xs text-inherit no-underline desk:whitespace-normal"
  >
    <strong class="text-[#f3e6c8]">{words.name}</strong>
    {#if due}<span class="desk:block">{due.says}</span>{:else}<span class="hidden desk:block"
        >{words.when}</span
      >{/if}
  </a>
{/if}
