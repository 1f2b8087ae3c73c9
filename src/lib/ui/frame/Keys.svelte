<script lang="ts">
  /** The keys that work on every page, and a switch for those that are one key alone. */
  import OnOff from '$lib/ui/field/OnOff.svelte';
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
  <OnOff label="Single keys act on this device" on={singleKeys.on} onturn={(on) => singleKeys.set(on)} />
</Sheet>
