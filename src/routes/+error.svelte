<script lang="ts">
  import { page } from '$app/state';
</script>

<svelte:head><title>{page.status} · Brunkel</title></svelte:head>

<h1>{page.status === 404 ? 'Nothing here' : 'That went wrong'}</h1>
<p class="mt-3">{page.error?.message ?? ''}</p>
<p class="mt-6"><a class="act" href="/">To the bench</a></p>
