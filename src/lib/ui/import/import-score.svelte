<script lang="ts">
  import FileUp from '@lucide/svelte/icons/file-up';
  import Play from '@lucide/svelte/icons/play';
  import Square from '@lucide/svelte/icons/square';
  import { onDestroy } from 'svelte';
  import { goto, invalidateAll } from '$app/navigation';
  import type { Timeline } from '$lib/core/playback/timeline';
  import type { PartUse } from '$lib/core/score/model';
  import { Player } from '../playback/player.svelte';
  import SheetDialog from '../parts/sheet-dialog.svelte';
  import { SCORE_EXTENSIONS } from '$lib/core/formats/read-score';
  import BatchList from './batch-list.svelte';
  import { importBatch, scoresAmong } from './import-batch.svelte';
  import { KEPT_PIECE, READ_PIECE, upload, type ReadPiece, type UploadFault } from './upload';
  import Choose from '../parts/choose.svelte';

  let file = $state.raw<File | null>(null);
  let summary = $state.raw<ReadPiece | null>(null);
  let fault = $state.raw<UploadFault | null>(null);
  let isReading = $state(false);
  let isDraggedOver = $state(false);
  let isOpen = $state(false);
  let title = $state('');
  let rights = $state('');
  const USES: readonly { value: PartUse; label: string }[] = [
    { value: 'tune', label: 'the tune' },
    { value: 'accompaniment', label: 'accompaniment' },
    { value: 'left-out', label: 'leave out' },
  ];
  let uses = $state<PartUse[][]>([]);
  const player = new Player();
  let heard = $state<string | null>(null);
  const tasteOf = ({ part, staff }: { readonly part: number; readonly staff: number }) =>
    summary?.tastes.find((each) => each.part === part && each.staff === staff)?.timeline;

  /** A staff is heard alone; pressed again it is silent. */
  function hear(name: string, timeline: Timeline) {
    if (player.isPlaying && heard === name) {
      player.stop();
      return;
    }
    heard = name;
    void player.play(() => Promise.resolve(timeline), false);
  }
  $effect(() => {
    if (!isOpen) player.stop();
  });
  onDestroy(() => player.stop());
  let abort: AbortController | null = null;
  let picker: HTMLInputElement;
  let folder: HTMLInputElement;
  let folderNote = $state('');

  /** One file is looked into first; several are kept as they come. */
  function bring(files: readonly File[]) {
    if (files.length > 1) void importBatch.bring(files, () => void invalidateAll());
    else void read(files[0]);
  }

  async function read(chosen: File | undefined) {
    if (!chosen) return;
    abort?.abort();
    abort = new AbortController();
    file = chosen;
    fault = null;
    summary = null;
    isReading = true;
    const result = await upload(chosen, {}, READ_PIECE, abort.signal);
    if (result.kind === 'cancelled') return;
    isReading = false;
    if (result.kind === 'fault') {
      fault = result.fault;
      return;
    }
    summary = result.value;
    title = summary.title;
    rights = summary.rights;
    uses = summary.staves.reduce<PartUse[][]>((all, { part, use }) => {
      (all[part] ??= []).push(use);
      return all;
    }, []);
    isOpen = true;
  }

  async function keep() {
    if (!file) return;
    isReading = true;
    const result = await upload(
      file,
      {
        keep: 'yes',
        ...(summary?.there ? { again: 'yes' } : {}),
        title,
        rights,
        uses: JSON.stringify(uses),
      },
      KEPT_PIECE,
    );
    isReading = false;
    if (result.kind === 'done') await goto(`/pieces/${result.value.id}`);
    else if (result.kind === 'fault') {
      fault = result.fault;
      isOpen = false;
    }
  }

  function cancel() {
    abort?.abort();
    isReading = false;
  }

  function drop(event: DragEvent) {
    event.preventDefault();
    isDraggedOver = false;
    bring([...(event.dataTransfer?.files ?? [])]);
  }
</script>

<div
  role="group"
  aria-label="Import a score"
  class="flex flex-wrap items-center gap-3 border-2 border-dashed px-4 py-3 {isDraggedOver
    ? 'border-sea bg-sea-wash'
    : 'border-line bg-paper'}"
  ondragover={(event) => {
    event.preventDefault();
    isDraggedOver = true;
  }}
  ondragleave={() => (isDraggedOver = false)}
  ondrop={drop}
>
  <button class="button button-main" onclick={() => picker.click()}
    ><FileUp size={17} aria-hidden="true" />Import scores …</button
  >
  <span class="text-quiet"
    >or <button class="link" onclick={() => folder.click()}>a whole folder</button>, or drop files here:
    MusicXML, MIDI, ABC or chord charts, up to 10 MB each</span
  >
  {#if folderNote}<span class="fault" role="alert">{folderNote}</span>{/if}
  {#if isReading}
    <span role="status">Reading {file?.name} …</span>
    <button class="button" onclick={cancel}>Cancel</button>
  {/if}
  <span class="ml-auto flex flex-wrap gap-2">
    <a class="button" href="/pieces/new/tune">Take down a tune</a>
    <a class="button" href="/pieces/new/chart">Type a chord chart</a>
  </span>
  <input
    bind:this={picker}
    type="file"
    accept={SCORE_EXTENSIONS.join(',')}
    class="sr-only"
    tabindex="-1"
    aria-label="Score file"
    multiple
    onchange={(event) => {
      bring([...(event.currentTarget.files ?? [])]);
      event.currentTarget.value = '';
    }}
  />
  <input
    bind:this={folder}
    type="file"
    webkitdirectory
    class="sr-only"
    tabindex="-1"
    aria-label="Folder of scores"
    onchange={(event) => {
      const found = scoresAmong([...(event.currentTarget.files ?? [])]);
      folderNote = found.length === 0 ? 'There is no score in this folder.' : '';
      if (found.length > 0) void importBatch.bring(found, () => void invalidateAll());
      event.currentTarget.value = '';
    }}
  />
</div>
{#if fault}
  <div class="notice notice-fault mt-3" role="alert">
    <p class="font-semibold">“{file?.name}” was not imported.</p>
    <p>
      {fault.message}
      {#if fault.where}<span class="whitespace-nowrap">({fault.where})</span>{/if}
    </p>
  </div>
{/if}

<BatchList />
<SheetDialog bind:open={isOpen} title="What was read">
  {#if summary}
    <dl class="grid grid-cols-[8rem_1fr] gap-y-1">
      <dt class="text-quiet">Key</dt>
      <dd>{summary.key}</dd>
      <dt class="text-quiet">Metre</dt>
      <dd>{summary.time}{summary.hasPickup ? ', with a pickup' : ''}</dd>
      <dt class="text-quiet">Measures</dt>
      <dd>{summary.measures}</dd>
      <dt class="text-quiet">Notes</dt>
      <dd>{summary.notes}</dd>
      <dt class="text-quiet">Format</dt>
      <dd>{summary.format}</dd>
      <dt class="text-quiet">Chord symbols</dt>
      <dd>
        {summary.chordSymbols === 0 ? 'none; Key Path names the chords from the notes' : summary.chordSymbols}
      </dd>
    </dl>
    {#if summary.staves.length > 0 && summary.notes > 0}
      <h3 class="mt-3 font-bold">What each staff is for</h3>
      <div class="mt-1 grid gap-1">
        {#each summary.staves as staff (`${staff.part}/${staff.staff}`)}
          <div class="flex items-center gap-2">
            <span class="grow"
              >{staff.name}
              <span class="text-sm text-quiet"
                >{staff.notes} notes{staff.lowest ? `, ${staff.lowest}–${staff.highest}` : ''}{staff.hasWords
                  ? ', with words'
                  : ''}</span
              ></span
            >
            {#if tasteOf(staff)}
              {@const sounds = player.isPlaying && heard === staff.name}
              <button
                type="button"
                class="icon-button"
                aria-label={sounds ? `Stop ${staff.name}` : `Hear ${staff.name}`}
                onclick={() => hear(staff.name, tasteOf(staff)!)}
                >{#if sounds}<Square size={15} />{:else}<Play size={15} />{/if}</button
              >
            {/if}
            <Choose
              look="alone"
              label={staff.name}
              value={uses[staff.part]![staff.staff] ?? staff.use}
              choices={USES}
              onchoose={(use: PartUse) => (uses[staff.part]![staff.staff] = use)}
            />
          </div>
        {/each}
      </div>
    {/if}
    {#if summary.warnings.length > 0}
      <h3 class="mt-3 font-bold">Read differently, or left out</h3>
      <ul class="notice mt-1 max-h-40 list-disc overflow-auto pl-8">
        {#each summary.warnings as warning (warning.message)}
          <li>
            {warning.message}
            {#if warning.measures.length > 0}
              <span class="text-quiet"
                >Measures {warning.measures.slice(0, 12).join(', ')}{warning.measures.length > 12
                  ? ' …'
                  : ''}</span
              >{/if}
            {#if warning.spots?.[0]}<span class="text-quiet"
                >Line {warning.spots[0].line}, place {warning.spots[0].column}{warning.spots.length > 1
                  ? ` and ${warning.spots.length - 1} more`
                  : ''}</span
              >{/if}
          </li>
        {/each}
      </ul>
    {:else}
      <p class="mt-3">Everything in the file was understood.</p>
    {/if}
    {#if summary.there}
      <p class="notice mt-3" role="alert">
        This very file is in the studio already, as <a href="/pieces/{summary.there.id}"
          >{summary.there.title}</a
        >. Keep it again only if you want a second piece.
      </p>
    {/if}
    <form
      class="mt-4 grid gap-3"
      onsubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <label class="field">Title<input bind:value={title} required maxlength="300" /></label>
      <label class="field">
        Rights note
        <input bind:value={rights} maxlength="300" placeholder="Who wrote it, and what you may do with it" />
      </label>
      <p class="text-sm text-quiet">
        Arranging, copying or performing someone's music may need permission: the law where you are and the
        rights holder decide.
      </p>
      <div class="dialog-foot">
        <button type="button" class="button" onclick={() => (isOpen = false)}>Do not keep it</button>
        <button class="button button-main" disabled={isReading}>Keep this piece</button>
      </div>
    </form>
  {/if}
</SheetDialog>
