<script lang="ts">
  /** What one person prefers: who they are, their units, and light or dark. */
  import { page } from '$app/state';
  import { SegmentedControl } from '@skeletonlabs/skeleton-svelte';
  import type { Preferences } from '$lib/schema/preferences';
  import { prefer } from '$lib/ui/preferences';
  import { Moon, Sun, SunMoon } from '@lucide/svelte';

  const UNITS = [
    { value: 'metric', name: 'Metric', shown: 'kg' },
    { value: 'us', name: 'US', shown: 'lb' }
  ];
  const MODES = [
    { value: 'auto', name: 'As the device is', icon: SunMoon },
    { value: 'light', name: 'Light', icon: Sun },
    { value: 'dark', name: 'Dark', icon: Moon }
  ];
  const preferences = $derived(page.data.preferences);
  const item =
    'grid min-h-12 min-w-9 cursor-pointer desk:min-h-9 place-items-center rounded-base px-1 font-(family-name:--mono) hover:bg-white/8 has-checked:font-bold has-checked:text-white has-checked:underline has-checked:decoration-[#ee8a5f] has-checked:decoration-2 has-checked:underline-offset-8 has-focus-visible:outline-3 has-focus-visible:outline-[#ffb48f]';
</script>

<div class="flex flex-wrap items-center gap-x-4 text-(--rail-ink)">
  {#if page.data.members.length > 0}
    {@const here = page.data.members.find(({ id }) => id === page.data.member)}
    <a
      class="inline-flex min-h-12 max-w-full desk:min-h-9 items-center overflow-hidden text-inherit text-ellipsis whitespace-nowrap focus-visible:outline-[#ffb48f] desk:basis-full"
      href="/hands"
      aria-label={here ? `${here.name} works at this device` : 'Who? Say who works here'}
      >{here?.name ?? 'Who?'}</a
    >
  {/if}
  <SegmentedControl
    value={preferences.units}
    onValueChange={({ value }) => void prefer({ units: value as Preferences['units'] })}
  >
    <SegmentedControl.Label class="sr-only">Units</SegmentedControl.Label>
    <SegmentedControl.Control class="flex">
      {#each UNITS as { value, name, shown } (value)}
        <SegmentedControl.Item {value} class={item}>
          <SegmentedControl.ItemText
            ><span aria-hidden="true">{shown}</span><span class="sr-only">{shown}, {name} units</span
            ></SegmentedControl.ItemText
          >
          <SegmentedControl.ItemHiddenInput checked={preferences.units === value} />
        </SegmentedControl.Item>
      {/each}
    </SegmentedControl.Control>
  </SegmentedControl>
  <SegmentedControl
    value={preferences.mode}
    onValueChange={({ value }) => void prefer({ mode: value as Preferences['mode'] })}
  >
    <SegmentedControl.Label class="sr-only">Colours</SegmentedControl.Label>
    <SegmentedControl.Control class="flex">
      {#each MODES as { value, name, icon: Icon } (value)}
        <SegmentedControl.Item {value} class={item}>
          <SegmentedControl.ItemText
            ><Icon size={18} aria-hidden="true" class={preferences.mode === value ? '' : 'opacity-60'} /><span
              class="sr-only">{name}</span
            ></SegmentedControl.ItemText
          >
          <SegmentedControl.ItemHiddenInput checked={preferences.mode === value} />
        </SegmentedControl.Item>
      {/each}
    </SegmentedControl.Control>
  </SegmentedControl>
</div>
