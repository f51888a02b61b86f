<script lang="ts">
  import Compose from '$lib/ui/compose/compose.svelte';
</script>

<svelte:head><title>Take down a tune · Key Path</title></svelte:head>

<Compose kind="tune" />
