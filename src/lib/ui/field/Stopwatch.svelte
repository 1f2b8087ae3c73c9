<script lang="ts">
  /** Times what runs through, to a tenth, into the field beside it. */
  const { ontake }: { ontake: (seconds: number) => void } = $props();
  let began = $state<number | null>(null);

  function press() {
    if (began === null) began = performance.now();
    else {
      ontake(Math.round((performance.now() - began) / 100) / 10);
      began = null;
    }
  }
</script>

<button type="button" class="quiet m-1 min-h-10 px-3 py-1" onclick={press}
  >{began === null ? 'Start the watch' : 'Stop it'}</button
>
