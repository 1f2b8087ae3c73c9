<script lang="ts">
  /** A splash to tick: dashed where it goes in only if the sand is still short. */
  interface Props {
    checked?: boolean | undefined;
    provisional: boolean;
    onchange?: (() => void) | undefined;
  }
  let { checked = $bindable(false), provisional, onchange }: Props = $props();
</script>

<input
  type="checkbox"
  class="peer absolute inset-0 size-12 cursor-pointer opacity-0"
  bind:checked
  {onchange}
/>
<span
  aria-hidden="true"
  class="grid size-12 place-items-center desk:size-10 rounded-base border-2 border-(--ink) text-xl font-bold text-transparent peer-checked:border-solid peer-checked:border-(--good-ground) peer-checked:bg-(--good-ground) peer-checked:text-white peer-focus-visible:outline-3 peer-focus-visible:outline-offset-2 peer-focus-visible:outline-(--heat) {provisional
    ? 'border-dashed'
    : ''}">✓</span
>
