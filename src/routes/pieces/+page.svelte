<script lang="ts">
  import ImportScore from '$lib/ui/import/import-score.svelte';
  import RecordMenu from '$lib/ui/records/record-menu.svelte';
  import { onMount } from 'svelte';
  import { z } from 'zod';
  import Choose from '$lib/ui/parts/choose.svelte';
  import { remembered } from '$lib/ui/parts/remembered';
  import { listedPieces, SORTS, type Sort } from '$lib/ui/piece/piece-list';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  let isArchiveShown = $state(false);
  const archived = $derived(data.pieces.filter(({ archivedAtMs }) => archivedAtMs !== null).length);
  const remember = remembered('pieces-sort', z.enum(Object.keys(SORTS) as [Sort, ...Sort[]]), 'newest');
  const NOTHING = { words: '', key: '', time: '', rung: '', learner: '' };
  let wanted = $state({ ...NOTHING });
  let sort = $state<Sort>('newest');
  onMount(() => (sort = remember.read()));
  const onShelf = $derived(
    data.pieces.filter(({ archivedAtMs }) => (archivedAtMs !== null) === (isArchiveShown && archived > 0)),
  );
  const shown = $derived(listedPieces(onShelf, { ...wanted, sort }));
  const any = (all: readonly string[], label: string) => [
    { value: '', label },
    ...[...new Set(all)].sort().map((value) => ({ value, label: value })),
  ];
  const told = $derived(onShelf.flatMap(({ summary }) => (summary.ok ? [summary.value] : [])));
  const filters = $derived([
    {
      field: 'key',
      label: 'Key',
      choices: any(
        told.map(({ key }) => key),
        'any',
      ),
    },
    {
      field: 'time',
      label: 'Metre',
      choices: any(
        told.map(({ time }) => time),
        'any',
      ),
    },
    {
      field: 'rung',
      label: 'Rung',
      choices: [
        { value: '', label: 'any' },
        ...data.rungNames.map((name, index) => ({
          value: String(index + 1),
          label: `${index + 1} · ${name}`,
        })),
      ],
    },
    {
      field: 'learner',
      label: 'Played by',
      choices: any(
        onShelf.flatMap(({ learners }) => learners),
        'anybody',
      ),
    },
  ] as const);
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
    <search class="mt-4 flex flex-wrap items-end gap-3">
      <label class="field grow basis-52"
        >Find<input
          type="search"
          bind:value={wanted.words}
          placeholder="title, composer, key, chord, learner"
          autocomplete="off"
        /></label
      >
      {#each filters as { field, label, choices } (field)}
        <Choose look="above" {label} bind:value={wanted[field]} {choices} />
      {/each}
      <Choose
        look="above"
        label="In order of"
        bind:value={sort}
        choices={Object.entries(SORTS).map(([value, label]) => ({
          value: value as Sort,
          label: label as string,
        }))}
        onchoose={(chosen: Sort) => remember.write(chosen)}
      />
      <p class="pb-1.5 text-quiet" role="status">{shown.length} of {onShelf.length}</p>
    </search>
    {#if shown.length === 0}
      <p class="notice mt-3">
        Nothing is like that. <button class="link" onclick={() => (wanted = { ...NOTHING })}>Show all</button>
      </p>
    {/if}
    <div class="overflow-x-auto">
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
              <td class="names">
                {#each piece.arrangements as arrangement (arrangement.id)}<a
                    class="block"
                    href="/bench/{arrangement.id}">{arrangement.name}</a
                  >{:else}<span class="text-quiet">none yet</span>{/each}
              </td>
              <td class="names">{piece.learners.join(', ')}</td>
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
    </div>
  {/if}
</div>
