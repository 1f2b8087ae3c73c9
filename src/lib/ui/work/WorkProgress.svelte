<script lang="ts">
  /** How far long work is that one waits for, and the way to call it off. */
  import { Progress } from '@skeletonlabs/skeleton-svelte';
  import { doingWords } from './doing-words';

  interface Props {
    /** null where nothing is waited for, or not for long yet. */
    progress: { doing: string; done: number } | null;
    onstop: () => void;
  }
  const { progress, onstop }: Props = $props();
</script>

{#if progress}
  <div class="grid gap-3" role="status">
    <Progress value={Math.round(progress.done * 100)} class="grid gap-1">
      <Progress.Label class="font-semibold">{doingWords(progress.doing)} …</Progress.Label>
      <Progress.Track class="h-2 overflow-hidden rounded-full bg-(--rule)"
        ><Progress.Range class="h-full bg-(--ink)" /></Progress.Track
      >
    </Progress>
    <p><button type="button" class="quiet" onclick={onstop}>Stop</button></p>
  </div>
{/if}
