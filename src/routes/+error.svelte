<script lang="ts">
  import { page } from '$app/state';
</script>

<svelte:head><title>Not found · Key Path</title></svelte:head>
<div class="mx-auto max-w-2xl p-8">
  <h1>{page.status === 404 ? 'Not found' : 'This did not work'}</h1>
  <p class="my-3">{page.error?.message}</p>
  <a class="button" href="/">Go to Today</a>
</div>
