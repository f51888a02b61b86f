<script lang="ts">
  import ImportScore from '$lib/ui/import/import-score.svelte';
  import RecordMenu from '$lib/ui/records/record-menu.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  let isArchiveShown = $state(false);
  const archived = $derived(data.pieces.filter(({ archivedAtMs }) => archivedAtMs !== null).length);
  const shown = $derived(
    data.pieces.filter(({ archivedAtMs }) => (archivedAtMs !== null) === (isArchiveShown && archived > 0)),
  );
</script>

<svelte:head><title>Pieces · Key Path</title></svelte:head>

<div class="mx-auto max-w-6xl p-6">
  <h1 class="mb-3">Pieces</h1>
  <ImportScore />
  {#if archived > 0}
    <p class="mt-3">
      <button class="link" onclick={() => (isArchiveShown = !isArchiveShown)}
        >{isArchiveShown ? 'Back to the pieces in use' : `Archive: ${archived}`}</button
      >
    </p>
  {/if}
  {#if data.pieces.length === 0}
    <p class="notice mt-4">There are no pieces yet. Import a score to begin; nothing in it is changed.</p>
  {:else}
    <table class="ruled mt-4">
      <thead
        ><tr
          ><th>Piece</th><th>Key</th><th>Metre</th><th>Measures</th><th>Chords</th><th>Arrangements</th><th
            >Played by</th
          ><th><span class="sr-only">More</span></th></tr
        ></thead
      >
      <tbody>
        {#each shown as piece (piece.id)}
          <tr>
            <td
              ><a class="font-bold" href="/pieces/{piece.id}">{piece.title}</a><span
                class="block text-sm text-quiet">{piece.composer}</span
              ></td
            >
            {#if piece.summary.ok}
              {@const { key, time, hasPickup, measures, chordSymbols } = piece.summary.value}
              <td>{key}</td>
              <td
                >{time}{#if hasPickup}<span class="block text-sm text-quiet">pickup</span>{/if}</td
              >
              <td>{measures}</td>
              <td>{chordSymbols > 0 ? 'given' : 'from the notes'}</td>
            {:else}
              <td colspan="4" class="fault">{piece.summary.message}</td>
            {/if}
            <td>
              {#each piece.arrangements as arrangement (arrangement.id)}<a
                  class="block"
                  href="/bench/{arrangement.id}">{arrangement.name}</a
                >{:else}<span class="text-quiet">none yet</span>{/each}
            </td>
            <td>{piece.learners.join(', ')}</td>
            <td class="text-right"
              ><RecordMenu
                kind="piece"
                id={piece.id}
                name={piece.title}
                isArchived={piece.archivedAtMs !== null}
              /></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</div>
