<script lang="ts">
  /** Every place, for the phone; with the palette and what one person prefers. */
  import { page } from '$app/state';
  import { Search } from '@lucide/svelte';
  import PreferenceSwitch from './PreferenceSwitch.svelte';
  import Sheet from '$lib/ui/page/Sheet.svelte';
  import { overlay } from '$lib/ui/page/overlay.svelte';
  import { PLACES, placeOf } from '$lib/ui/page/places';

  const here = $derived(placeOf(page.url.pathname));
</script>

<Sheet title="All places">
  <nav aria-label="All places" class="grid grid-cols-2 gap-2">
    {#each PLACES as { href, name, icon: Icon, stage } (href)}
      <a
        {href}
        class="quiet justify-start aria-[current=page]:border-(--heat-ground)"
        aria-current={here === href ? 'page' : undefined}
        onclick={() => (overlay.open = null)}
      >
        <Icon size={20} aria-hidden="true" />
        {name}
        {#if stage}<span class="soft small ml-auto">{stage}</span>{/if}
      </a>
    {/each}
  </nav>
  <button type="button" class="act" onclick={() => (overlay.open = 'palette')}>
    <Search size={18} aria-hidden="true" /> Go anywhere, or say what you did
  </button>
  <div class="rounded-base bg-(--rail) px-3 py-1"><PreferenceSwitch /></div>
</Sheet>
