<script lang="ts">
  /** What a form posts while no script is there to send it: see `posted-form`. */
  import { browser } from '$app/environment';
  import { v4 as uuid } from 'uuid';
  import { BODY, KEY } from '$lib/schema/posted-form';

  const { body }: { body: object } = $props();
</script>

<input type="hidden" name={BODY} value={JSON.stringify(body)} />
<input type="hidden" name={KEY} value={browser ? '' : uuid()} />
