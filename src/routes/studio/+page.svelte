<script lang="ts">
  import Studio from '$lib/ui/studio/studio.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>Studio · Key Path</title></svelte:head>

<Studio rules={data.rules} pieces={data.pieces} />
