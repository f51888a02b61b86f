<script lang="ts">
  import InBrowser from '$lib/ui/parts/in-browser.svelte';
  import Stand from '$lib/ui/stand/stand.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>Task {data.place.number} · Key Path</title></svelte:head>

<!-- Marks wait in the browser’s own database, which the server does not have. -->
<InBrowser>
  {#key data.task.id}<Stand opening={data} />{/key}
</InBrowser>
