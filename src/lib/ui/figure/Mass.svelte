<script lang="ts">
  import { massFigure } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import Figure from './Figure.svelte';

  const { kg }: { kg: number } = $props();
</script>

<Figure figure={massFigure(kg, units())} />
