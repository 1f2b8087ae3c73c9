<script lang="ts">
  /** What a form posts while no script is there to send it: see `posted-form`. */
  import { browser } from '$app/environment';
  import { v4 as uuid } from 'uuid';
  import { BODY, KEY } from '$lib/schema/posted-form';

  interface Props {
    body: object;
    /** It amends a record, which keeps its time; a new one happens when it is posted. */
    amends?: boolean;
  }
  const { body, amends = false }: Props = $props();
</script>

<input type="hidden" name={BODY} value={JSON.stringify(amends ? body : { ...body, at: undefined })} />
<input type="hidden" name={KEY} value={browser ? '' : uuid()} />
