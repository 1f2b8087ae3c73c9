<script lang="ts">
  /** What comes after the page itself: notes of what was done, and how old a page is that this device had kept. */
  import Toasts from '$lib/ui/toast/Toasts.svelte';
  import KeptBar from './KeptBar.svelte';
</script>

<Toasts /><KeptBar />
