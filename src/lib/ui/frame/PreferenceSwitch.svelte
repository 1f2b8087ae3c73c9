<script lang="ts">
  import { page } from '$app/state';
  import { prefer } from '$lib/ui/preferences';
  import { Moon, Sun, SunMoon } from '@lucide/svelte';

  const MODES = { auto: ['light', SunMoon], light: ['dark', Sun], dark: ['auto', Moon] } as const;
  const preferences = $derived(page.data.preferences);
  const mode = $derived(MODES[preferences.mode]);
  const Icon = $derived(mode[1]);
</script>

<div class="switches">
  {#if page.data.members.length > 0}
    {@const here = page.data.members.find(({ id }) => id === page.data.member)}
    <a class="who" href="/hands" aria-label={here ? `${here.name} works at this device` : 'Who works here?'}
      >{here?.name ?? 'Who?'}</a
    >
  {/if}
  <button
    type="button"
    onclick={() => prefer({ units: preferences.units === 'metric' ? 'us' : 'metric' })}
    aria-label="Units: {preferences.units === 'metric' ? 'metric' : 'US'}. Switch to {preferences.units ===
    'metric'
      ? 'US'
      : 'metric'}"
  >
    <span class:on={preferences.units === 'metric'}>kg</span><span class:on={preferences.units === 'us'}
      >lb</span
    >
  </button>
  <button
    type="button"
    onclick={() => prefer({ mode: mode[0] })}
    aria-label="Colours: {preferences.mode}. Switch to {mode[0]}"
  >
    <Icon size={18} aria-hidden="true" />
  </button>
</div>

<style>
  .switches {
    display: flex;
    flex-wrap: wrap;
    gap: 0.25rem;
  }
  @media (min-width: 62rem) {
    .who {
      flex-basis: 100%;
      padding-inline: 0.5rem;
    }
  }
  .who {
    display: inline-flex;
    align-items: center;
    min-height: 3rem;
    max-width: 7rem;
    padding-inline: 0.25rem;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    color: var(--rail-ink);
  }
  button {
    min-width: 3rem;
    min-height: 3rem;
    display: inline-flex;
    align-items: center;
    justify-content: center;
    gap: 0.35rem;
    color: var(--rail-ink);
    font-family: var(--mono);
    cursor: pointer;
    border-radius: var(--radius-base);
  }
  button:hover {
    background: rgb(255 255 255 / 0.08);
  }
  button:focus-visible {
    outline-color: #ffb48f;
  }
  .on {
    color: #fff;
    font-weight: 700;
    border-bottom: 2px solid #ee8a5f;
  }
</style>
