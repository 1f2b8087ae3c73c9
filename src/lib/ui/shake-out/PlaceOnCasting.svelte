<script lang="ts">
  /** Where on a casting it is, on its outline in fields: by thumb or by keys. */
  interface Props {
    label: string;
    length_mm: number;
    width_mm: number;
    at: { x: number; y: number } | null;
    onplace: (at: { x: number; y: number } | null) => void;
  }
  const { label, length_mm, width_mm, at, onplace }: Props = $props();
  const columns = 6;
  const rows = $derived(Math.max(2, Math.min(6, Math.round((columns * width_mm) / length_mm))));
  const here = (column: number, row: number) =>
    at !== null && Math.floor(at.x * columns) === column && Math.floor(at.y * rows) === row;
  const across = (share: number) => (share < 0.34 ? 'left' : share < 0.67 ? 'middle' : 'right');
  const down = (share: number) => (share < 0.34 ? 'upper' : share < 0.67 ? '' : 'lower');
</script>

<fieldset class="grid gap-1">
  <legend class="text-[0.95rem] font-semibold">{label}</legend>
  <div
    class="grid max-w-80 border border-(--ink)"
    style:grid-template-columns="repeat({columns}, minmax(0, 1fr))"
  >
    {#each Array.from({ length: rows }).keys() as row (row)}
      {#each Array.from({ length: columns }).keys() as column (column)}
        {@const place = { x: (column + 0.5) / columns, y: (row + 0.5) / rows }}
        <button
          type="button"
          class="grid min-h-12 cursor-pointer place-items-center border border-dotted border-(--rule) bg-(--sunk)"
          aria-pressed={here(column, row)}
          aria-label="{down(place.y)} {across(place.x)}, field {row * columns + column + 1}"
          onclick={() => onplace(here(column, row) ? null : place)}
        >
          {#if here(column, row)}<span class="size-4 rounded-full bg-(--heat-ground)"></span>{/if}
        </button>
      {/each}
    {/each}
  </div>
</fieldset>
