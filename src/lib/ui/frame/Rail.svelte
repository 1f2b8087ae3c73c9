<script lang="ts">
  import { page } from '$app/state';
  import PreferenceSwitch from './PreferenceSwitch.svelte';
  import { PLACES, placeOf } from './places';

  const here = $derived(placeOf(page.url.pathname));
</script>

<header class="rail">
  <a class="wordmark" href="/">Brunkel</a>
  <nav aria-label="Places">
    {#each PLACES as { href, name, icon: Icon, stage } (href)}
      <a
        {href}
        class="place"
        aria-current={here === href ? 'page' : undefined}
        class:after-stages={href === '/stock'}
      >
        <span class="stage" aria-hidden="true">{stage ?? ''}</span>
        <span class="icon" aria-hidden="true"><Icon size={20} /></span>
        {name}
      </a>
    {/each}
  </nav>
  <div class="switches"><PreferenceSwitch /></div>
</header>

<style>
  .rail {
    background: var(--rail);
    color: var(--rail-ink);
  }
  .rail a {
    text-decoration: none;
    color: inherit;
  }
  .wordmark {
    font-family: var(--display);
    font-weight: 700;
    font-size: 1.35rem;
    color: #fbf8f2;
  }
  .place[aria-current] {
    background: var(--heat-ground);
    color: #fff;
    font-weight: 600;
  }
  .place:focus-visible,
  .wordmark:focus-visible {
    outline-color: #ffb48f;
    outline-offset: -3px;
  }
  @media (min-width: 62rem) {
    .rail {
      position: sticky;
      top: 0;
      height: 100vh;
      display: flex;
      flex-direction: column;
      width: 9.25rem;
    }
    .wordmark {
      padding: 1.25rem 1.1rem 1.5rem;
    }
    .place {
      display: flex;
      align-items: center;
      min-height: 2.8rem;
      padding-inline: 1.1rem;
    }
    .place:hover:not([aria-current]) {
      background: rgb(255 255 255 / 0.07);
    }
    .stage {
      width: 1.6rem;
      font-size: 0.8rem;
      font-family: var(--mono);
    }
    .icon {
      display: none;
    }
    .after-stages {
      margin-top: 1.4rem;
      position: relative;
    }
    .after-stages::before {
      content: '';
      position: absolute;
      inset: -0.7rem 1.1rem auto;
      border-top: 1px solid rgb(255 255 255 / 0.18);
    }
    .switches {
      margin-top: auto;
      padding: 1rem 1.1rem;
    }
  }
  @media (max-width: 61.99rem) {
    .rail {
      display: flex;
      align-items: center;
      justify-content: space-between;
      padding: 0.25rem 1rem;
    }
    .wordmark {
      display: inline-flex;
      align-items: center;
      min-height: 3rem;
    }
    nav {
      position: fixed;
      inset: auto 0 0;
      z-index: 5;
      display: flex;
      background: var(--rail);
      padding-bottom: env(safe-area-inset-bottom);
    }
    .place {
      flex: 1;
      min-width: 0;
      min-height: 4rem;
      display: flex;
      flex-direction: column;
      align-items: center;
      justify-content: center;
      gap: 0.15rem;
      font-size: 0.82rem;
    }
    .stage {
      display: none;
    }
  }
</style>
