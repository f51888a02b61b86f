<script lang="ts">
  import { dayOf, longDay } from '$lib/ui/parts/dates';
  import Piece from '$lib/ui/piece/piece.svelte';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const { piece } = $derived(data);
</script>

<svelte:head><title>{piece.title} · Key Path</title></svelte:head>

{#if form?.message}<p class="notice notice-fault" role="alert">{form.message}</p>{/if}
{#key piece.id}
  <Piece
    pieceId={piece.id}
    revision={piece.sourceRevision}
    importedOn={longDay(dayOf(piece.importedAtMs))}
    fileName={piece.fileName}
    fileSizeBytes={piece.fileSizeBytes}
    format={piece.summary.format}
    recordingUrl={piece.recordingUrl}
    arrangements={data.arrangements}
    learners={data.learners}
    lines={data.lines}
    corrections={data.corrections}
    title={piece.title}
    composer={piece.composer}
  />
{/key}
