<script lang="ts">
  /** Something that is on or off, and at once. */
  import { Switch } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    label: string;
    on: boolean;
    onturn?: (on: boolean) => void;
  }
  let { label, on = $bindable(), onturn }: Props = $props();
</script>

<Switch
  checked={on}
  onCheckedChange={({ checked }) => {
    on = checked;
    onturn?.(checked);
  }}
  class="flex min-h-12 items-center gap-3"
>
  <Switch.Control
    class="flex h-7 w-12 shrink-0 items-center rounded-full border-2 border-(--edge) px-0.5 data-[state=checked]:border-(--ink) data-[state=checked]:bg-(--ink)"
  >
    <Switch.Thumb
      class="size-5 rounded-full bg-(--edge) transition-transform data-[state=checked]:translate-x-5 data-[state=checked]:bg-(--paper)"
    />
  </Switch.Control>
  <Switch.Label>{label}</Switch.Label>
  <Switch.HiddenInput />
</Switch>
