<script lang="ts">
  import Studio from '$lib/ui/studio/studio.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>Studio · Key Path</title></svelte:head>

<p class="px-6 pt-4">
  <a href="/studio/practice">How the studio practises: stages, tempo, rests, lessons</a>
</p>
<Studio rules={data.rules} pieces={data.pieces} />
