<script lang="ts">
  import Compose from '$lib/ui/compose/compose.svelte';
</script>

<svelte:head><title>Type a chord chart · Key Path</title></svelte:head>

<Compose kind="chart" />
