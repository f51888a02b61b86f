<script lang="ts">
  import { page } from '$app/state';
  import { readChord } from '$lib/core/pitch/chord';
  import { readKey } from '$lib/core/pitch/key';
  import ChordCards from '$lib/ui/chords/chord-cards.svelte';

  const MOST = 60;
  /** Chords may come with the address, as the Piece page gives them; what cannot be read is left out. */
  const ofPiece = $derived.by(() => {
    const symbols = (page.url.searchParams.get('of') ?? '')
      .split(' ')
      .filter((symbol) => symbol !== '' && readChord(symbol).ok)
      .slice(0, MOST);
    const key = page.url.searchParams.get('key') ?? '';
    return symbols.length > 0 ? { symbols, key: readKey(key) ? key : 'C' } : null;
  });
</script>

<svelte:head><title>Chord cards · Key Path</title></svelte:head>

<ChordCards {ofPiece} />
