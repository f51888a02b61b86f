<script lang="ts">
  import Redo2 from '@lucide/svelte/icons/redo-2';
  import Undo2 from '@lucide/svelte/icons/undo-2';
  import { Tabs } from 'bits-ui';
  import { onMount, type ComponentProps } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import type { PageLines } from '$lib/core/engrave/line';
  import { optionsFor, pageWidthFor } from '$lib/core/engrave/views';
  import { firstPageWidth, linesAtHand, whenLinesCome } from '../engraving/first-lines';
  import ScoreLines from '../engraving/score-lines.svelte';
  import { tellWidth } from '../engraving/tell-width';
  import { useEngraver } from '../workers/workers-context.svelte';
  import OverTheLoop from '../improvise/over-the-loop.svelte';
  import { isAnsweredElsewhere } from '../parts/answered-elsewhere';
  import LeaveGuard from '../parts/leave-guard.svelte';
  import { tempoOf } from '$lib/core/score/tempo';
  import PlayerBar from '../playback/player-bar.svelte';
  import ArrangementsPanel, { type ArrangementRow } from './arrangements-panel.svelte';
  import ChordPanel from './chord-panel.svelte';
  import FindingsPanel from './findings-panel.svelte';
  import FormMap from './form-map.svelte';
  import FormPanel from './form-panel.svelte';
  import KeyPanel from './key-panel.svelte';
  import { PieceSession, providePiece, type CorrectionMade } from './piece-session.svelte';
  import SourcePanel from './source-panel.svelte';

  interface Props {
    pieceId: string;
    revision: number;
    importedOn: string;
    fileName: string;
    fileSizeBytes: number;
    format: string;
    recordingUrl: string;
    arrangements: readonly ArrangementRow[];
    /** For whom it can be arranged. */
    learners: ComponentProps<typeof ArrangementsPanel>['learners'];
    corrections: readonly CorrectionMade[];
    title: string;
    composer: string;
    /** The first lines as the server draws them. */
    lines: PageLines;
  }

  const {
    pieceId,
    revision,
    importedOn,
    fileName,
    fileSizeBytes,
    format,
    recordingUrl,
    arrangements,
    learners,
    corrections,
    title,
    composer,
    lines,
  }: Props = $props();
  // svelte-ignore state_referenced_locally
  const piece = providePiece(new PieceSession(pieceId, revision, useEngraver(), corrections));
  // svelte-ignore state_referenced_locally
  piece.showFirst(linesAtHand(lines, piece.engraver));

  let widthPx = $state(0);
  let tab = $state('key');
  let scroller: HTMLDivElement;
  let bar: ReturnType<typeof PlayerBar> | undefined = $state();

  const pageWidth = $derived(widthPx > 0 ? pageWidthFor('piece', widthPx) : firstPageWidth(lines));
  const options = $derived(optionsFor(pageWidth));
  const selected = $derived(new Set([piece.noteId, piece.chordId].filter((id) => id !== null)));
  const questioned = $derived(
    new Set<string>(piece.analysis?.misspellings.flatMap((each) => each.notes) ?? []),
  );
  const findings = $derived(
    (piece.analysis?.misspellings.length ?? 0) +
      (piece.analysis?.chords.filter((each) => each.dissent !== null).length ?? 0),
  );

  onMount(() => {
    void piece.open();
    piece.player.warmUp();
    const on = (action: () => void) => (event: KeyboardEvent) => {
      if (isAnsweredElsewhere(event) || (event.target as HTMLElement).closest('[role="tablist"]')) return;
      event.preventDefault();
      action();
    };
    const release = tinykeys(window, {
      p: on(() => bar?.toggle()),
      ArrowRight: on(() => piece.stepNote(1)),
      ArrowLeft: on(() => piece.stepNote(-1)),
      ArrowUp: on(() => piece.switchStaff(-1)),
      ArrowDown: on(() => piece.switchStaff(1)),
      'Shift+ArrowRight': on(() => piece.extendRange(1)),
      'Shift+ArrowLeft': on(() => piece.extendRange(-1)),
      Escape: on(() => (piece.player.isPlaying ? piece.player.stop() : piece.clearSelection())),
      '$mod+z': on(() => void piece.undo()),
      '$mod+Shift+Z': on(() => void piece.redo()),
      '$mod+y': on(() => void piece.redo()),
    });
    return () => {
      release();
      piece.dispose();
    };
  });

  $effect(() => {
    if (widthPx === 0) return;
    tellWidth('piece', String(pageWidth));
    void whenLinesCome(lines, options, (first) => piece.showFirst(piece.engraver.takeOver(first)));
  });
  $effect(() => {
    const { shown } = piece;
    if (shown && widthPx > 0)
      piece
        .layOut(shown, options)
        .catch(() => (piece.problem = 'The music could not be laid out. Load the page again.'));
  });

  function go(from: number, to: number) {
    piece.isUnfolded = false;
    piece.selectRange(from, to);
    const system = piece.systems.find(({ range }) => from >= range.from && from <= range.to);
    scroller.querySelector(`[data-system="${system?.range.from}"]`)?.scrollIntoView({ block: 'start' });
  }

  function selectChord(id: string) {
    piece.selectChord(id);
    tab = 'chords';
  }

  const noteOf = (id: string) => id.replace(/_\d+$/, '');
</script>

<LeaveGuard
  isUnsaved={() => piece.isSaving}
  settle={() => piece.settle()}
  sentence={() => `The last correction was not kept. ${piece.notice}`}
/>
<div class="flex flex-col lg:h-[calc(100vh-var(--above))]">
  <header class="border-b border-line bg-paper px-4 py-2">
    <div class="flex items-center gap-3">
      <h1 class="text-lg">
        {piece.score?.title ?? title}
        <span class="font-normal text-quiet"
          >{[piece.score?.composer ?? composer, `imported ${importedOn}`].filter(Boolean).join(' · ')}</span
        >
      </h1>
      <div class="ml-auto flex items-center gap-1.5">
        {#if piece.isSaving}<span class="text-sm text-quiet" role="status">Saving …</span>{/if}
        {#if piece.hasRepeats}
          <label class="mr-2 flex items-center gap-1.5"
            ><input
              type="checkbox"
              bind:checked={piece.isUnfolded}
              onchange={() => piece.clearSelection()}
            />repeats written out</label
          >
        {/if}
        <button
          class="button"
          disabled={!piece.canUndo}
          onclick={() => piece.undo()}
          title={piece.toUndo ? `Undo: ${piece.toUndo}` : 'Undo'}
          aria-label={piece.toUndo ? `Undo: ${piece.toUndo}` : 'Undo'}><Undo2 size={17} /></button
        >
        <button
          class="button"
          disabled={!piece.canRedo}
          onclick={() => piece.redo()}
          title={piece.toRedo ? `Redo: ${piece.toRedo}` : 'Redo'}
          aria-label={piece.toRedo ? `Redo: ${piece.toRedo}` : 'Redo'}><Redo2 size={17} /></button
        >
        <button class="button button-main" onclick={() => (tab = 'arrangements')}>Arrange it …</button>
      </div>
    </div>
    <div class="mt-2 min-h-9">
      {#if piece.shown}
        <PlayerBar
          bind:this={bar}
          player={piece.player}
          timeline={piece.timeline}
          range={piece.range}
          numberOf={piece.numberOf}
          title={piece.score?.title ?? 'piece'}
          tempo={tempoOf(piece.shown)}
          hasHands={(piece.shown?.parts[0]?.staves ?? 1) > 1}
        />
      {/if}
    </div>
  </header>
  {#if piece.notice}<p class="notice notice-fault" role="alert">{piece.notice}</p>{/if}
  <div class="flex min-h-0 grow flex-col lg:flex-row">
    <!-- A region that scrolls must be reachable by keyboard. -->
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div
      bind:this={scroller}
      class="paper-stays min-w-0 grow overflow-y-auto bg-paper"
      role="region"
      aria-label="The music"
      tabindex="0"
    >
      {#if piece.analysis}<FormMap ongo={go} />{/if}
      <div class="px-4 pt-2 pb-10">
        <div bind:clientWidth={widthPx}>
          {#if piece.problem}<p class="notice notice-fault" role="alert">{piece.problem}</p>
          {:else if piece.systems.length === 0}<p class="text-quiet" role="status">
              Reading the piece …
            </p>{/if}
          <ScoreLines
            engraver={piece.engraver}
            systems={piece.systems}
            {options}
            range={piece.range}
            {selected}
            sounding={piece.player.sounding}
            {questioned}
            onnote={(id) => piece.selectNote(id)}
            onchord={(id) => selectChord(noteOf(id))}
            onmeasures={(from, to) => piece.selectRange(from, to)}
          />
        </div>
      </div>
    </div>
    <aside
      class="flex w-full shrink-0 flex-col border-l border-line bg-paper lg:w-[27rem]"
      aria-label="What is known of the piece"
    >
      {#if piece.analysis && piece.score}
        <Tabs.Root bind:value={tab} class="flex min-h-0 grow flex-col">
          <Tabs.List class="flex flex-wrap border-b border-line" aria-label="What is known">
            {#each [['key', 'Key'], ['chords', 'Chords'], ['form', 'Form'], ['findings', 'Findings'], ['freely', 'Play'], ['source', 'Source'], ['arrangements', 'Arrange']] as [value, label] (value)}
              <Tabs.Trigger value={value!} class="tab"
                >{label}{#if value === 'findings' && findings > 0}<span
                    class="ml-1 rounded-tight bg-rust px-1 text-sm text-(--color-on-strong)">{findings}</span
                  >{/if}</Tabs.Trigger
              >
            {/each}
          </Tabs.List>
          <div class="min-h-0 grow overflow-y-auto p-3">
            <Tabs.Content value="key"><KeyPanel /></Tabs.Content>
            <Tabs.Content value="chords"><ChordPanel /></Tabs.Content>
            <Tabs.Content value="form"><FormPanel /></Tabs.Content>
            <Tabs.Content value="findings"><FindingsPanel /></Tabs.Content>
            <Tabs.Content value="freely">
              {#if piece.known}
                <OverTheLoop
                  score={piece.known}
                  span={piece.range ?? { from: 0, to: piece.known.measures.length - 1 }}
                  player={piece.player}
                />
              {/if}
            </Tabs.Content>
            <Tabs.Content value="source"
              ><SourcePanel {pieceId} {fileName} {fileSizeBytes} {format} {recordingUrl} /></Tabs.Content
            >
            <Tabs.Content value="arrangements"><ArrangementsPanel {arrangements} {learners} /></Tabs.Content>
          </div>
        </Tabs.Root>
      {:else if !piece.problem}<p class="p-3 text-quiet" role="status">
          Looking at key, chords, tune and form …
        </p>{/if}
    </aside>
  </div>
</div>
