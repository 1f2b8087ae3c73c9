<script lang="ts">
  /** A photo of a pattern: taken with the phone or chosen, made small on its way in. */
  import { Camera } from '@lucide/svelte';
  import { FileUpload } from '@skeletonlabs/skeleton-svelte';
  import { told } from '$lib/ui/toast/toaster';
  import { AS_FILE } from './mesh-upload.svelte';

  interface Props {
    pattern: { id: number; name: string; photo_hash: string | null };
    onchanged: () => Promise<void>;
  }
  const { pattern, onchanged }: Props = $props();
  let busy = $state(false);
  let trouble = $state<string | null>(null);

  async function send(file: File) {
    busy = true;
    trouble = null;
    try {
      const response = await fetch(`/api/v1/patterns/${pattern.id}/photo`, {
        method: 'POST',
        body: file,
        headers: AS_FILE
      });
      if (response.ok) {
        told(`The photo is with ${pattern.name}.`);
        await onchanged();
      } else trouble = ((await response.json()) as { detail?: string }).detail ?? 'It was refused.';
    } catch {
      trouble = 'Brunkel cannot be reached: take the photo again in a moment.';
    } finally {
      busy = false;
    }
  }
</script>

<section class="grid gap-2" aria-label="Photo">
  {#if pattern.photo_hash}
    <img
      class="max-h-80 w-full rounded-base border border-(--rule) object-contain"
      src="/api/v1/files/{pattern.photo_hash}"
      alt="{pattern.name}, as it is"
    />
  {/if}
  <FileUpload
    accept="image/*"
    maxFiles={1}
    disabled={busy}
    onFileAccept={({ files }) => files[0] && send(files[0])}
  >
    <FileUpload.Trigger class="quiet"
      ><Camera size={18} aria-hidden="true" />
      {busy ? 'On its way …' : pattern.photo_hash ? 'Another photo' : 'A photo of it'}</FileUpload.Trigger
    >
    <FileUpload.HiddenInput aria-label="A photo of {pattern.name}" />
  </FileUpload>
  {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
</section>
