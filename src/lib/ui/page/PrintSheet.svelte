<script lang="ts">
  /** Puts the page on paper, without its menus. */
  import { Printer } from '@lucide/svelte';
</script>

<button type="button" class="quiet" onclick={() => window.print()}
  ><Printer size={18} aria-hidden="true" /> Print the sheet</button
>
