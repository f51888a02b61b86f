<script lang="ts">
  import AlignVerticalSpaceAround from '@lucide/svelte/icons/align-vertical-space-around';
  import Printer from '@lucide/svelte/icons/printer';
  import Redo2 from '@lucide/svelte/icons/redo-2';
  import Undo2 from '@lucide/svelte/icons/undo-2';
  import { onMount, tick } from 'svelte';
  import type { PageLines } from '$lib/core/engrave/line';
  import { stepWords } from '$lib/core/document/step-words';
  import type { ArrangementStep } from '$lib/core/document/steps';
  import { optionsFor, pageWidthFor } from '$lib/core/engrave/views';
  import { ElementMarker } from '../engraving/element-marker';
  import { firstPageWidth, linesAtHand, whenLinesCome } from '../engraving/first-lines';
  import { tellWidth } from '../engraving/tell-width';
  import PlayerBar from '../playback/player-bar.svelte';
  import { useEngraver } from '../workers/workers-context.svelte';
  import { measureRanges } from '../parts/measure-ranges';
  import LeaveGuard from '../parts/leave-guard.svelte';
  import SheetDialog from '../parts/sheet-dialog.svelte';
  import { BENCH_KEYS, bindBenchKeys } from './bench-shortcuts';
  import type { BenchOpening } from './arrangement-in-work.svelte';
  import { BenchSession, provideBench } from './bench-session.svelte';
  import type { EditionInHand } from './held-edition.svelte';
  import BenchSystem from './bench-system.svelte';
  import ConflictBar from './conflict-bar.svelte';
  import HandOutDialog from './hand-out-dialog.svelte';
  import RecipeSentence from './recipe-sentence.svelte';
  import SaveNote from './save-note.svelte';
  import SectionRail from './section-rail.svelte';
  import SelectionBar from './selection-bar.svelte';
  import RecordMenu from '../records/record-menu.svelte';
  import Choose from '../parts/choose.svelte';

  interface Props {
    opening: BenchOpening;
    title: string;
    name: string;
    ladderUrl: string;
    keysUrl: string;
    editions: readonly EditionInHand[];
    /** The first lines as the server draws them. */
    lines: PageLines;
  }

  const { opening, title, name, ladderUrl, keysUrl, editions, lines }: Props = $props();
  // svelte-ignore state_referenced_locally
  const bench = provideBench(new BenchSession(opening, useEngraver(), editions));
  // svelte-ignore state_referenced_locally
  bench.work.showFirst(linesAtHand(lines, bench.engraver), lines.kept?.source ?? null);

  let widthPx = $state(0);
  let isHandingOut = $state(false);
  let isShowingKeys = $state(false);
  let compared = $state('');
  let bar: ReturnType<typeof PlayerBar> | undefined = $state();

  const pageWidth = $derived(widthPx > 0 ? pageWidthFor('bench', widthPx) : firstPageWidth(lines));
  const options = $derived(optionsFor(pageWidth));

  onMount(() => {
    void bench.work.open();
    const release = bindBenchKeys(bench, {
      showHelp: () => (isShowingKeys = true),
      togglePlaying: () => bar?.toggle(),
    });
    return () => {
      release();
      bench.dispose();
    };
  });

  $effect(() => {
    if (widthPx === 0) return;
    tellWidth('bench', String(pageWidth));
    void whenLinesCome(lines, options, (first) =>
      bench.work.showFirst(bench.engraver.takeOver(first), first.source),
    );
  });
  $effect(() => {
    if (!bench.work.isOpen || widthPx === 0) return;
    void bench.work.refresh(bench.work.shown, bench.work.whom, options);
  });

  // What the next key leads to is drawn while the teacher rests on a measure.
  $effect(() => {
    if (bench.selection.range && bench.work.arrangement) bench.measures.considerNext();
  });

  // The piano loads once the first lines stand on the screen.
  const isInked = $derived(bench.inkCount > 0);
  $effect(() => {
    if (isInked) bench.player.warmUp();
  });

  const circled = new ElementMarker('is-circled');
  $effect(() => {
    void bench.inkCount;
    circled.mark(bench.work.arrangement?.circled ?? []);
  });
  const selection = new ElementMarker('is-selected');
  const sounding = new ElementMarker('is-sounding');
  $effect(() => {
    void bench.inkCount;
    selection.mark(bench.selection.noteId ? [bench.selection.noteId] : []);
  });
  $effect(() => {
    void bench.inkCount;
    sounding.mark(bench.player.sounding);
  });

  $effect(() => {
    if (bench.selection.noteId) void bringIntoView(bench.selection.noteId);
  });

  async function bringIntoView(id: string) {
    await tick();
    bench.music?.querySelector(`[id="${id}"]`)?.scrollIntoView({ block: 'nearest' });
  }

  const numberOf = (measure: number) => bench.facts[measure]?.number ?? String(measure + 1);

  function go(from: number, to: number) {
    bench.selection.selectRange(from, to);
    const system = bench.work.systems.find(({ range }) => from >= range.from && from <= range.to);
    bench.music?.querySelector(`[data-system="${system?.range.from}"]`)?.scrollIntoView({ block: 'start' });
  }

  function stopComparing() {
    compared = '';
    void bench.reasons.compareWithEdition(null);
  }

  function wordsOf(what: 'Undo' | 'Redo', step: ArrangementStep | null): string {
    return step ? `${what}: ${stepWords(step, numberOf)}` : what;
  }

  const left = $derived.by(() => {
    const { toMend, arrangement } = bench.work;
    const aside = (arrangement?.snags.length ?? 0) - toMend.length;
    const places = measureRanges([...new Set(toMend.map(({ measure }) => measure))], numberOf);
    const still = toMend.length > 0 ? [`${toMend.length} still to mend, in measures ${places}`] : [];
    return [...still, ...(aside > 0 ? [`${aside} set aside`] : [])].join('; ');
  });
  const unsaved = $derived(bench.work.saving.unsavedSteps.length);
</script>

<LeaveGuard
  isUnsaved={() => bench.work.saving.state !== 'saved'}
  settle={() => bench.work.saving.settle()}
  sentence={() =>
    `If you leave now, ${unsaved === 1 ? 'a change' : `${unsaved} changes`} of this arrangement will be lost. ${bench.work.saving.message}`}
/>

<div class="flex min-h-[calc(100vh-var(--above))] flex-col md:h-[calc(100vh-var(--above))]">
  <header class="screen-only border-b border-line bg-paper px-4 py-2">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
      <div class="min-w-0">
        <div class="flex items-center gap-1">
          <h1 class="text-lg leading-tight break-words">
            {title} <span class="font-normal text-quiet">· {name}</span>
          </h1>
          <RecordMenu kind="arrangement" id={opening.arrangementId} {name} away="/pieces/{opening.pieceId}" />
        </div>
        <p class="flex flex-wrap gap-x-3 text-sm leading-tight">
          <SaveNote />
          {#if bench.held.sentence}<span
              class={bench.held.isSame ? 'text-quiet' : 'font-semibold'}
              role="status">{bench.held.sentence}</span
            >{/if}
        </p>
      </div>
      <div class="ml-auto flex flex-wrap items-center gap-1.5">
        <button
          class="button"
          disabled={!bench.work.history.canUndo}
          onclick={() => bench.work.history.undo()}
          title={wordsOf('Undo', bench.work.history.toUndo)}
          aria-label={wordsOf('Undo', bench.work.history.toUndo)}><Undo2 size={17} /></button
        >
        <button
          class="button"
          disabled={!bench.work.history.canRedo}
          onclick={() => bench.work.history.redo()}
          title={wordsOf('Redo', bench.work.history.toRedo)}
          aria-label={wordsOf('Redo', bench.work.history.toRedo)}><Redo2 size={17} /></button
        >
        <button class="button" onclick={() => (isShowingKeys = true)}
          >Keys <kbd class="text-sm text-quiet">?</kbd></button
        >
        <a class="button" href={keysUrl}>Best key</a>
        <a class="button" href={ladderUrl}><AlignVerticalSpaceAround size={17} aria-hidden="true" />Ladder</a>
        {#if editions.length > 0}
          <span class="text-sm"
            ><Choose
              label="Compare"
              bind:value={compared}
              choices={[
                { value: '', label: 'with no edition' },
                ...editions.map(({ id, number }) => ({ value: id, label: `edition ${number}` })),
              ]}
              onchoose={(id: string) => void bench.reasons.compareWithEdition(id || null)}
            /></span
          >
        {/if}
        {#if editions[0]}<a class="button" href="/handouts/{editions[0].id}"
            ><Printer size={17} aria-hidden="true" />Edition {editions[0].number}</a
          >{/if}
        <button class="button button-main" onclick={() => (isHandingOut = true)}>Hand out …</button>
      </div>
    </div>
    <RecipeSentence />
  </header>
  <ConflictBar arrangementId={opening.arrangementId} />
  <div class="flex min-h-0 grow">
    <SectionRail ongo={go} />
    <!-- A region that scrolls must be reachable by keyboard. -->
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div
      bind:this={bench.music}
      class="paper-stays min-w-0 grow overflow-y-auto bg-paper"
      role="region"
      aria-label="The music"
      tabindex="0"
    >
      <div class="px-4 pt-3 pb-10">
        <div bind:clientWidth={widthPx}>
          {#if bench.work.problem || bench.reasons.problem}
            <p class="notice notice-fault" role="alert">{bench.work.problem || bench.reasons.problem}</p>
          {:else if bench.reasons.differences}
            <p class="notice mb-2" role="status">
              {bench.reasons.differences.length === 0
                ? `Nothing has changed since ${bench.reasons.comparedWith}.`
                : `Changed since ${bench.reasons.comparedWith}: measures ${measureRanges(
                    bench.reasons.differences.map(({ measure }) => measure),
                    numberOf,
                  )}. Editions already handed out stay as they were printed.`}
              <button class="link" onclick={stopComparing}>Close</button>
            </p>
          {/if}
          {#if !bench.work.problem && bench.work.systems.length === 0}
            <p class="text-quiet" role="status">Arranging …</p>
          {/if}
          {#each bench.work.systems as plan (plan.range.from)}
            <BenchSystem {plan} {options} />
          {/each}
        </div>
      </div>
    </div>
  </div>
  <SelectionBar />
  <div class="screen-only min-h-[2.8rem] border-t border-line bg-paper px-4 py-1.5">
    {#if bench.work.arrangement}
      <PlayerBar
        bind:this={bar}
        player={bench.player}
        timeline={bench.work.timeline}
        range={bench.selection.range}
        {numberOf}
        {title}
        tempo={bench.work.arrangement.tempo}
        hasHands
      />
    {/if}
  </div>
</div>

<HandOutDialog
  bind:open={isHandingOut}
  learners={opening.learners}
  chosen={bench.work.document.recipe.learnerId}
  isSaved={bench.work.saving.state === 'saved'}
  {left}
  sections={bench.work.arrangement?.sections ?? []}
/>
<SheetDialog bind:open={isShowingKeys} title="Keys on the Bench">
  {#each [...new Set(BENCH_KEYS.map(({ group }) => group))] as group (group)}
    <h3 class="mt-2 text-sm font-semibold text-quiet">{group}</h3>
    <dl class="grid grid-cols-[9rem_1fr] gap-y-1">
      {#each BENCH_KEYS.filter((each) => each.group === group) as { keys, does } (keys)}<dt
          class="font-semibold"
        >
          {keys}
        </dt>
        <dd>{does}</dd>{/each}
    </dl>
  {/each}
</SheetDialog>
