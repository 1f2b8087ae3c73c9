<script lang="ts">
  /** The keys that work on every page, and a switch for those that are one key alone. */
  import { Switch } from '@skeletonlabs/skeleton-svelte';
  import Sheet from '$lib/ui/page/Sheet.svelte';
  import { singleKeys } from './single-keys.svelte';

  const KEYS = [
    ['Ctrl K', 'Go anywhere, or say what you did', false],
    ['/', 'the same', true],
    ['B', 'Bench', true],
    ['M', 'Mix', true],
    ['T', 'Temper', true],
    ['?', 'These keys', true],
    ['Esc', 'Put away what lies over the page', false]
  ] as const;
</script>

<Sheet title="Keys">
  <dl class="ruled">
    {#each KEYS as [key, does, single] (key)}
      <div class="flex items-center justify-between gap-4 py-2" class:soft={single && !singleKeys.on}>
        <dd>{does}</dd>
        <dt><kbd class="kbd">{key}</kbd></dt>
      </div>
    {/each}
  </dl>
  <Switch
    checked={singleKeys.on}
    onCheckedChange={({ checked }) => singleKeys.set(checked)}
    class="flex min-h-12 items-center gap-3"
  >
    <Switch.Control
      class="flex h-7 w-12 items-center rounded-full border-2 border-(--edge) px-0.5 data-[state=checked]:border-(--ink) data-[state=checked]:bg-(--ink)"
    >
      <Switch.Thumb
        class="size-5 rounded-full bg-(--edge) transition-transform data-[state=checked]:translate-x-5 data-[state=checked]:bg-(--paper)"
      />
    </Switch.Control>
    <Switch.Label>Single keys act on this device</Switch.Label>
    <Switch.HiddenInput />
  </Switch>
</Sheet>
