<script lang="ts">
  /** The places: all of them on the desk's rail; on the phone four under the thumb that never change, the rest a tap away. */
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { Navigation } from '@skeletonlabs/skeleton-svelte';
  import { Menu } from '@lucide/svelte';
  import { clockText, secondsLeft, timers } from '$lib/ui/timer/timers.svelte';
  import SessionNote from './SessionNote.svelte';
  import { overlay } from '$lib/ui/page/overlay.svelte';
  import { PLACES, WITHIN_REACH, placeOf, type Place } from '$lib/ui/page/places';

  const here = $derived(placeOf(page.url.pathname));
  const groups = [...new Set(PLACES.map(({ group }) => group))].map((group) =>
    PLACES.filter((place) => place.group === group)
  );
  const next = $derived(timers()[0]);
  let awake = $state(false);
  onMount(() => (awake = true));
</script>

{#snippet anchor(place: Place, classes: string)}
  <Navigation.TriggerAnchor
    href={place.href}
    aria-current={here === place.href ? 'page' : undefined}
    class="flex items-center text-inherit no-underline focus-visible:outline-offset-[-3px] focus-visible:outline-[#ffb48f] aria-[current=page]:bg-(--heat-ground) aria-[current=page]:font-semibold aria-[current=page]:text-white {classes}"
  >
    {@render children(place)}
  </Navigation.TriggerAnchor>
{/snippet}
{#snippet children({ name, stage, icon: Icon }: Place)}
  <span class="hidden w-6 font-(family-name:--mono) text-[0.8rem] desk:inline" aria-hidden="true"
    >{stage ?? ''}</span
  >
  <span class="desk:hidden" aria-hidden="true"><Icon size={20} /></span>
  <Navigation.TriggerText>{name}</Navigation.TriggerText>
{/snippet}
{#snippet clock()}
  {#if next}
    <a
      href={next.href}
      title={next.says}
      class="flex min-h-12 min-w-0 items-center gap-2 text-inherit no-underline desk:min-h-9 desk:flex-col desk:items-start desk:gap-0"
      ><span class="max-w-full truncate text-xs">{next.says}</span><span class="sr-only">, </span><span
        class="figure">{clockText(secondsLeft(next))}</span
      ></a
    >
  {/if}
{/snippet}

<header
  class="flex items-center justify-between gap-2 bg-(--rail) px-4 py-1 text-(--rail-ink) desk:sticky desk:top-0 desk:h-screen desk:w-37 desk:flex-col desk:items-stretch desk:justify-start desk:overflow-y-auto desk:p-0 print:hidden"
>
  <a
    class="inline-flex min-h-12 items-center font-(family-name:--display) text-[1.35rem] font-bold text-[#fbf8f2]! no-underline focus-visible:outline-[#ffb48f] desk:px-[1.1rem] desk:pt-3 low:pt-1"
    href="/">Brunkel</a
  >
  <Navigation role="navigation" layout="sidebar" aria-label="Places" class="hidden desk:block">
    <Navigation.Content>
      {#each groups as places, i (i)}
        <Navigation.Group class={i > 1 ? 'mt-2 border-t border-white/18 pt-2' : ''}>
          {#each places as place (place.href)}
            {@render anchor(place, 'min-h-9 px-[1.1rem] hover:bg-white/7 low:min-h-7.5')}
          {/each}
        </Navigation.Group>
      {/each}
    </Navigation.Content>
  </Navigation>
  <div
    class="flex min-w-0 items-center gap-2 desk:mt-auto desk:flex-col desk:items-stretch desk:gap-1 desk:px-[1.1rem] desk:py-2"
  >
    {@render clock()}
    <SessionNote />
    <!-- Its place is kept: it comes once the page is awake, as it needs a script to do anything. -->
    <div class="hidden min-h-27 desk:block">
      {#if awake}{#await import('./PreferenceSwitch.svelte') then { default: PreferenceSwitch }}<PreferenceSwitch
          />{/await}{/if}
    </div>
  </div>
</header>

<Navigation
  role="navigation"
  layout="bar"
  aria-label="Places within reach"
  class="fixed inset-x-0 bottom-0 z-5 bg-(--rail) pb-[env(safe-area-inset-bottom)] text-(--rail-ink) short:static desk:hidden print:hidden"
>
  <Navigation.Menu class="flex">
    {#each WITHIN_REACH as place (place.href)}
      {@render anchor(place, 'min-h-16 min-w-0 flex-1 flex-col justify-center gap-0.5 text-[0.82rem]')}
    {/each}
    <Navigation.Trigger
      class="flex min-h-16 min-w-0 flex-1 cursor-pointer flex-col items-center justify-center gap-0.5 text-[0.82rem] {WITHIN_REACH.some(
        ({ href }) => href === here
      )
        ? ''
        : 'bg-(--heat-ground) font-semibold text-white'}"
      aria-haspopup="dialog"
      onclick={() => (overlay.open = 'places')}
    >
      <Menu size={20} aria-hidden="true" />
      <Navigation.TriggerText>All</Navigation.TriggerText>
    </Navigation.Trigger>
  </Navigation.Menu>
</Navigation>
<noscript class="desk:hidden">
  <nav class="row px-4 py-2" aria-label="All places">
    {#each PLACES as { href, name } (href)}<a class="quiet" {href}>{name}</a>{/each}
  </nav>
</noscript>
