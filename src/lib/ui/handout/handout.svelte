<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import Printer from '@lucide/svelte/icons/printer';
  import { onMount } from 'svelte';
  import { keyLabel } from '$lib/core/pitch/key';
  import type { EditionRecord } from '$lib/server/editions';
  import { EXPORTS } from '$lib/core/formats/write-score';
  import { useEngraver } from '../workers/engraver-context';
  import { HandoutSession, PAPERS, type PaperName } from './handout-session.svelte';
  import { adoptSvg } from '../engraving/adopt-svg';

  const { edition }: { edition: EditionRecord } = $props();
  // svelte-ignore state_referenced_locally
  const session = new HandoutSession(edition, useEngraver());

  onMount(() => () => session.dispose());

  $effect(() => {
    void session.layOut(session.paper, session.isLarge, session.markings);
  });

  const composer = $derived(edition.frozen.score.composer);

  /** Puts a line's picture into its place. */
  function picture(svg: string) {
    return (host: HTMLElement) => host.replaceChildren(adoptSvg(svg));
  }
</script>

<div
  class="screen-only sticky top-0 z-10 flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-line bg-paper px-4 py-2"
>
  <h1 class="text-lg">
    {edition.pieceTitle} <span class="font-normal text-quiet">· edition {edition.number}</span>
  </h1>
  <label class="flex items-center gap-1.5">
    Paper
    <select
      class="border border-line px-1 py-0.5"
      value={session.paper}
      onchange={(event) => (session.paper = event.currentTarget.value as PaperName)}
    >
      {#each Object.entries(PAPERS) as [name, paper] (name)}<option value={name}>{paper.label}</option>{/each}
    </select>
  </label>
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
  <div class="ml-auto flex gap-2">
    {#each Object.entries(EXPORTS) as [format, { label }] (format)}
      <a class="button" href="/api/editions/{edition.id}/export?format={format}" data-sveltekit-reload
        ><Download size={17} aria-hidden="true" />{label}</a
      >
    {/each}
    <button class="button button-main" onclick={() => window.print()} disabled={session.pages.length === 0}
      ><Printer size={17} aria-hidden="true" />Print</button
    >
  </div>
</div>
{#if session.problem}<p class="notice notice-fault m-4" role="alert">{session.problem}</p>{/if}
{#if session.pages.length === 0 && !session.problem}<p class="p-4 text-quiet" role="status">
    Laying out the pages …
  </p>{/if}
<div class="sheets" data-ready={session.pages.length > 0}>
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
        </header>
      {/if}
      {#each lines as line (line.from)}
        <div class="music mb-3">
          <div {@attach picture(line.svg)}></div>
        </div>
      {/each}
      <footer class="mt-auto flex justify-between text-xs">
        <span>{edition.frozen.score.rights}</span>
        <span>{edition.pieceTitle}, edition {edition.number}, page {page + 1} of {session.pages.length}</span>
      </footer>
    </article>
  {/each}
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
