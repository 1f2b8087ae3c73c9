<script lang="ts">
  /** The way in pictures, for who starts: weigh, squeeze, splash. */
  import { ArrowRight } from '@lucide/svelte';

  const STEPS = [
    {
      title: 'Weigh it in',
      text: 'Say which bags you have. Brunkel says what to set on the scale, with what is damp already taken off the water.'
    },
    {
      title: 'Squeeze it',
      text: 'Five looks at one handful tell how dry it is; a pan, a stove and a kitchen scale tell it to a tenth.'
    },
    {
      title: 'Add what it says',
      text: 'So many grams, a splash at a time. One tap writes it down, and the next day is reckoned from there.'
    }
  ];
</script>

<section class="grid gap-6 py-6">
  <header class="max-w-3xl">
    <h1 class="text-[clamp(2.2rem,6vw,3.2rem)]">Your sand, kept in temper</h1>
    <p class="mt-2 text-lg">
      Brunkel works out what goes on the scale. It tells you when a heap is too dry or too wet, and says in
      grams what to add.
    </p>
  </header>
  <p class="row">
    <a class="act" href="/heaps/new">Start your first heap <ArrowRight size={18} aria-hidden="true" /></a>
    <span class="soft small">Two minutes, a kitchen scale and your bags of sand and clay are enough.</span>
  </p>
  <ol class="grid gap-6 desk:grid-cols-3">
    {#each STEPS as { title, text }, i (title)}
      <li class="grid content-start gap-2 border-t-2 border-(--ink) pt-3">
        <svg
          viewBox="0 0 160 96"
          class="h-28 w-full"
          fill="none"
          stroke="currentColor"
          stroke-width="2"
          stroke-linejoin="round"
          stroke-linecap="round"
          aria-hidden="true"
        >
          {#if i === 0}
            <path d="M22 30c-4 12-6 30-4 48h34c2-18 0-36-4-48z" fill="var(--grain)" />
            <path d="M22 30c4-4 22-4 26 0M26 24l4 5M44 24l-4 5" />
            <path d="M84 78h56l-6-14H90zM92 64v-8h40v8" fill="var(--paper)" />
            <path d="M88 56h48l-6-16H94z" fill="var(--clay)" />
            <path d="M104 72h16" stroke-width="4" />
          {:else if i === 1}
            <path
              d="M52 46c0-10 6-16 15-16h30c9 0 15 6 15 16v12c0 14-9 22-22 22H72c-12 0-20-8-20-20z"
              fill="var(--paper)"
            />
            <path d="M68 32v22M83 31v24M98 32v22" />
            <path d="M58 22c6-8 44-8 50 0" stroke-dasharray="3 5" />
            <path d="M44 74c8 10 64 14 80 2" />
          {:else}
            <path d="M20 80c14-30 46-38 66-30s36 12 52 30z" fill="var(--grain)" />
            <path d="M104 8l26 8-8 26-26-8z" fill="var(--paper)" />
            <path
              d="M98 40c-4 7-4 11 0 13 4-2 4-6 0-13zM84 34c-4 7-4 11 0 13 4-2 4-6 0-13zM92 56c-3 5-3 8 0 10 3-2 3-5 0-10z"
              fill="var(--water)"
              stroke="var(--water)"
            />
          {/if}
        </svg>
        <h2>{i + 1}. {title}</h2>
        <p class="soft">{text}</p>
      </li>
    {/each}
  </ol>
</section>
