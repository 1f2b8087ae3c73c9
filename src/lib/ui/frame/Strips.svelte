<script lang="ts">
  /** What stands over a page when there is something to tell of: entries that wait, a new version. */
  import NewVersion from './NewVersion.svelte';
  import OutboxStrip from './OutboxStrip.svelte';
</script>

<OutboxStrip /><NewVersion />
