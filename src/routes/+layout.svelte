<script lang="ts">
  import '@fontsource-variable/atkinson-hyperlegible-mono';
  import '@fontsource-variable/atkinson-hyperlegible-next';
  import '@fontsource-variable/familjen-grotesk';
  import '$lib/ui/theme/app.css';
  import { onMount } from 'svelte';
  import { goBy } from '$core/time/now';
  import { page } from '$app/state';
  import Rail from '$lib/ui/frame/Rail.svelte';
  import Overlays from '$lib/ui/frame/Overlays.svelte';
  import { chapterOfPlace, placeOf } from '$lib/ui/page/places';
  import { refused } from '$lib/ui/field/posted-before';
  import { showUnheard } from '$lib/ui/toast/unheard';

  const { children, data } = $props();
  // Before anything below asks what time it is. What was kept by a version before says nothing of it.
  goBy(data.clock_ahead_ms ?? 0);
  /** Who is not in yet sees no places. */
  const bare = $derived(page.url.pathname === '/sign-in');

  /** The chapter of the handbook that a page's figures are of. */
  const chapter = $derived(chapterOfPlace(placeOf(page.url.pathname)));

  let awake = $state(false);
  // Told to whoever drives the page: from here on what is typed is heard.
  onMount(() => {
    const leave = showUnheard();
    document.documentElement.dataset.ready = 'yes';
    awake = true;
    return leave;
  });
</script>

<a class="absolute top-0 -left-[99rem] z-10 bg-(--paper) px-4 py-3 focus:left-0" href="#content"
  >To the page</a
>
<div class={bare ? '' : 'desk:grid desk:grid-cols-[9.25rem_minmax(0,1fr)]'}>
  {#if !bare}<Rail />{/if}
  <main
    id="content"
    tabindex="-1"
    class="min-w-0 px-4 pt-5 pb-26 outline-none desk:max-w-[82rem] desk:px-[1.6rem] desk:pt-6 desk:pb-12 print:p-0"
  >
    <!-- Nothing waits at first: what shows it need not come with the page. -->
    {#if !bare && awake}{#await import('$lib/ui/frame/Strips.svelte') then { default: Strips }}<Strips
        />{/await}{/if}
    {#if refused() && !bare}<p class="wrong" role="alert">Not stored: {refused()!.message}</p>{/if}
    {@render children()}
    {#if chapter}
      <p class="soft small mt-10 border-t border-(--rule) pt-2 print:hidden">
        <a class="inline-flex min-h-12 items-center" href="/handbook/{chapter}">This page in the handbook</a>
      </p>
    {/if}
  </main>
</div>
<!-- Notes come after something was done: what draws them need not come with the page. -->
{#if awake}{#await import('$lib/ui/frame/Late.svelte') then { default: Late }}<Late {bare} />{/await}{/if}
{#if !bare}<Overlays />{/if}
