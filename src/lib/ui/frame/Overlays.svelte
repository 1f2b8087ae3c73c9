<script lang="ts">
  /** Keys that work anywhere, and what they open; each part is fetched when it is asked for. */
  import { goto } from '$app/navigation';
  import { singleKeys } from './single-keys.svelte';
  import { overlay } from '$lib/ui/page/overlay.svelte';

  const typing = (target: EventTarget | null) =>
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

  function key(event: KeyboardEvent) {
    if (event.key.toLowerCase() === 'k' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      overlay.open = 'palette';
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target) || !singleKeys.on) return;
    if (overlay.open !== null) return;
    if (event.key === '/') overlay.open = 'palette';
    else if (event.key === '?') overlay.open = 'keys';
    else if (event.key === 'b') void goto('/');
    else if (event.key === 'm') void goto('/mix');
    else if (event.key === 't') void goto('/temper');
    else return;
    event.preventDefault();
  }
</script>

<svelte:window onkeydown={key} />

{#if overlay.open === 'palette'}
  {#await import('$lib/ui/palette/Palette.svelte') then { default: Palette }}<Palette />{/await}
{:else if overlay.open === 'places'}
  {#await import('./AllPlaces.svelte') then { default: AllPlaces }}<AllPlaces />{/await}
{:else if overlay.open === 'keys'}
  {#await import('./Keys.svelte') then { default: Keys }}<Keys />{/await}
{/if}
