<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import Printer from '@lucide/svelte/icons/printer';
  import { onMount } from 'svelte';
  import { keyLabel } from '$lib/core/pitch/key';
  import type { EditionRecord } from '$lib/server/editions';
  import { EXPORTS } from '$lib/core/formats/write-score';
  import { CAUTIONS } from '$lib/core/care/cautions.data';
  import { FINGER_NAMES, type FingerNames } from '$lib/core/learner/reading';
  import { useEngraver } from '../workers/workers-context.svelte';
  import HandPictures from './hand-pictures.svelte';
  import type { PageLines } from '$lib/core/engrave/line';
  import { PAPERS, type PaperName } from '$lib/core/handout/papers.data';
  import { HandoutSession } from './handout-session.svelte';
  import Drawing from '../engraving/drawing.svelte';
  import Choose from '../parts/choose.svelte';

  interface Props {
    edition: EditionRecord;
    /** The first lines as the server draws them. */
    lines: PageLines;
    sheet: { readonly paper: PaperName; readonly isLarge: boolean };
    /** Whether it can be taken away as a file: the teacher can. */
    hasExports?: boolean;
  }

  const { edition, lines, sheet, hasExports = true }: Props = $props();
  // svelte-ignore state_referenced_locally
  const session = new HandoutSession(edition, useEngraver(), lines, sheet);

  onMount(() => () => session.dispose());

  $effect(() => {
    void session.layOut(session.paper, session.isLarge, session.markings);
  });

  const notes = $derived(edition.frozen.notes ?? null);
  const hasExtras = $derived(notes !== null && (session.showsPictures || session.showsCues));
  const pageCount = $derived(session.pages.length + (hasExtras ? 1 : 0));
  $effect(() => session.remember());

  const composer = $derived(edition.frozen.score.composer);
</script>

<div
  class="screen-only sticky top-0 z-10 flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-line bg-paper px-4 py-2"
>
  <h1 class="text-lg">
    {edition.pieceTitle} <span class="font-normal text-quiet">· edition {edition.number}</span>
  </h1>
  <Choose
    label="Paper"
    bind:value={session.paper}
    choices={Object.entries(PAPERS).map(([name, { label }]) => ({ value: name as PaperName, label }))}
  />
  <label class="flex items-center gap-1.5"
    ><input type="checkbox" bind:checked={session.isLarge} />Large notes</label
  >
  <label class="flex items-center gap-1.5"
    ><input type="checkbox" bind:checked={session.showsFingers} />Fingers</label
  >
  <label class="flex items-center gap-1.5"
    ><input type="checkbox" bind:checked={session.showsCounts} />Counts</label
  >
  <label class="flex items-center gap-1.5"
    ><input type="checkbox" bind:checked={session.showsChords} />Chord letters</label
  >
  <label class="flex items-center gap-1.5"
    ><input type="checkbox" bind:checked={session.showsPedal} />Pedal</label
  >
  <Choose
    label="Finger names"
    bind:value={session.fingerNames}
    choices={[
      { value: 'none', label: 'none' },
      ...Object.entries(FINGER_NAMES).map(([value, label]) => ({ value: value as FingerNames, label })),
    ]}
  />
  {#if notes}
    <label class="flex items-center gap-1.5"
      ><input
        type="checkbox"
        bind:checked={session.showsPictures}
        disabled={notes.pictures.length === 0}
      />Keyboard pictures</label
    >
    <label class="flex items-center gap-1.5"
      ><input
        type="checkbox"
        bind:checked={session.showsCues}
        disabled={notes.cues.length === 0}
      />Cues</label
    >
  {/if}
  <div class="ml-auto flex gap-2">
    {#if hasExports}
      {#each Object.entries(EXPORTS) as [format, { label }] (format)}
        <a class="button" href="/api/editions/{edition.id}/export?format={format}" data-sveltekit-reload
          ><Download size={17} aria-hidden="true" />{label}</a
        >
      {/each}{/if}
    <button class="button button-main" onclick={() => window.print()} disabled={!session.areAllPages}
      ><Printer size={17} aria-hidden="true" />Print</button
    >
  </div>
</div>
{#if session.problem}<p class="notice notice-fault m-4" role="alert">{session.problem}</p>{/if}
{#if !session.areAllPages && !session.problem}<p class="p-4 text-quiet" role="status">
    Laying out the pages …
  </p>{/if}
<div class="sheets" data-ready={session.areAllPages}>
  {#each session.pages as lines, page (page)}
    <article
      class="sheet"
      data-paper={session.paper}
      style:width="{session.size.widthMm}mm"
      style:--sheet-height="{session.size.heightMm}mm"
      aria-label="Page {page + 1}"
    >
      {#if page === 0}
        <header class="mb-3">
          <h2 class="text-center text-2xl">{edition.pieceTitle}</h2>
          <p class="flex justify-between text-sm">
            <span>{keyLabel(edition.frozen.key)}</span><span>{composer}</span>
          </p>
          {#if session.fingerNames !== 'none'}
            <p class="text-sm">
              Fingers: {FINGER_NAMES[session.fingerNames]
                .split(session.fingerNames === 'numbers' ? ' ' : ', ')
                .map((name, index) => (session.fingerNames === 'numbers' ? name : `${index + 1} ${name}`))
                .join(', ')}, from the thumb out in both hands.
            </p>
          {/if}
        </header>
      {/if}
      {#each lines as line (line.from)}
        <div class="music mb-3">
          <Drawing svg={line.svg} />
        </div>
      {/each}
      <footer class="mt-auto flex justify-between text-xs">
        <span>{edition.frozen.score.rights}</span>
        <span>{edition.pieceTitle}, edition {edition.number}, page {page + 1} of {pageCount}</span>
      </footer>
    </article>
  {/each}
  {#if hasExtras && notes && session.areAllPages}
    <article
      class="sheet"
      data-paper={session.paper}
      style:width="{session.size.widthMm}mm"
      style:--sheet-height="{session.size.heightMm}mm"
      aria-label="Page {pageCount}"
    >
      {#if session.showsPictures}<HandPictures pictures={notes.pictures} />{/if}
      {#if session.showsCues}
        <h2 class="mt-4 mb-1 text-lg">What to look out for</h2>
        <ul class="text-sm">
          {#each notes.cues as { place, text } (place + text)}
            <li class="border-b border-line py-1"><strong>{place}.</strong> {text}</li>
          {/each}
        </ul>
      {/if}
      <footer class="mt-auto flex justify-between text-xs">
        <span>{CAUTIONS.loose} {CAUTIONS.reach}</span>
        <span>{edition.pieceTitle}, edition {edition.number}, page {pageCount} of {pageCount}</span>
      </footer>
    </article>
  {/if}
</div>

<style>
  .sheets {
    display: grid;
    justify-content: center;
    gap: 1.5rem;
    padding: 1.5rem;
  }
  .sheet {
    display: flex;
    flex-direction: column;
    box-sizing: border-box;
    height: var(--sheet-height);
    padding: 13mm 14mm 10mm;
    background: white;
    color: black;
    box-shadow: 0 2px 12px rgb(10 40 48 / 0.2);
    overflow: hidden;
  }
  @media print {
    .sheets {
      display: block;
      padding: 0;
    }
    .sheet {
      /* A hair less than the paper, or rounding starts a page that stays empty. */
      height: calc(var(--sheet-height) - 1mm);
      box-shadow: none;
      break-after: page;
    }
    .sheet:last-child {
      break-after: auto;
    }
  }
</style>
