<script lang="ts">
  import ChordCards from '$lib/ui/chords/chord-cards.svelte';
</script>

<svelte:head><title>Chord cards · Key Path</title></svelte:head>

<ChordCards />
