<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import Undo2 from '@lucide/svelte/icons/undo-2';
  import { STAGES } from '$lib/core/practice/stages.data';
  import { TROUBLE_KINDS, type TroubleKind } from '$lib/core/practice/trouble';
  import { targetOf } from '$lib/core/practice/learner-practice';
  import ScoreLines from '../engraving/score-lines.svelte';
  import { isAnsweredElsewhere } from '../parts/answered-elsewhere';
  import LeaveGuard from '../parts/leave-guard.svelte';
  import Tool from '../parts/tool.svelte';
  import { useArranger, useEngraver } from '../workers/workers-context.svelte';
  import ForTheWeek from './for-the-week.svelte';
  import { LessonSession, type LessonOpening } from './lesson-session.svelte';
  import BringInTake from '../listen/bring-in-take.svelte';
  import TakeHeard from '../listen/take-heard.svelte';
  import LessonMinutes from './lesson-minutes.svelte';
  import MarkLineBar from './mark-line-bar.svelte';
  import type { WeekOfLearner } from './week-of-learner';

  const { opening, weeks }: { opening: LessonOpening; weeks: readonly WeekOfLearner[] } = $props();
  // A lesson is opened once; the page is made anew for another.
  // svelte-ignore state_referenced_locally
  const session = new LessonSession(opening, useArranger());
  const engraver = useEngraver();
  let showsWeek = $state(false);
  let wasWeekShown = $state(false);
  $effect(() => {
    if (showsWeek) wasWeekShown = true;
  });
  let width = $state(900);

  function whatWaits(): string {
    const { waiting } = session.outbox;
    const marks = waiting === 1 ? 'A mark waits' : `${waiting} marks wait`;
    return [
      waiting > 0
        ? `${marks} in this browser, since the studio cannot be reached; open this lesson again to send ${waiting === 1 ? 'it' : 'them'}.`
        : '',
      session.week?.isChanged() ? 'What you wrote for the week is not kept, and would be lost.' : '',
    ].join(' ');
  }

  $effect(() => {
    session.widthPx = width;
  });
  const line = $derived(session.line);
  const standing = $derived(line?.standing ?? null);
  const labelOf = (stage: string | undefined) => STAGES.find(({ id }) => id === stage)?.label ?? '';

  onMount(() => {
    session.player.warmUp();
    const on = (action: () => void) => (event: KeyboardEvent) => {
      if (isAnsweredElsewhere(event)) return;
      if (
        (event.key === 'Enter' || event.key === ' ') &&
        (event.target as HTMLElement).closest('button, a, summary')
      )
        return;
      event.preventDefault();
      action();
    };
    const kinds = Object.fromEntries(
      (Object.keys(TROUBLE_KINDS) as TroubleKind[]).map((kind) => [
        TROUBLE_KINDS[kind].letter.toLowerCase(),
        on(() => session.trouble(kind, TROUBLE_KINDS[kind].label)),
      ]),
    );
    const digits = Object.fromEntries(
      Array.from({ length: 10 }, (_, digit) => [String(digit), on(() => session.type(String(digit)))]),
    );
    return tinykeys(window, {
      ...kinds,
      ...digits,
      Enter: on(() => session.clean()),
      'Shift+Enter': on(() => session.pass()),
      a: on(() => session.again()),
      Backspace: on(() => line && (line.typed = line.typed.slice(0, -1))),
      j: on(() => line?.lengthen()),
      ArrowDown: on(() => line?.stepSection(1)),
      ArrowUp: on(() => line?.stepSection(-1)),
      ArrowRight: on(() => line?.stepStage(1)),
      ArrowLeft: on(() => line?.stepStage(-1)),
      ']': on(() => session.activate(session.active + 1)),
      '[': on(() => session.activate(session.active - 1)),
      p: on(() => session.play()),
      m: on(() => session.click()),
      l: on(() => void session.listen()),
      w: on(() => (showsWeek = !showsWeek)),
      '$mod+z': on(() => session.undo()),
      Escape: on(() => {
        session.silence();
        session.range = null;
        showsWeek = false;
      }),
    });
  });
  onDestroy(() => session.dispose());
</script>

<LeaveGuard isUnsaved={() => session.isUnsaved} settle={() => session.settle()} sentence={whatWaits} />
<div class="flex h-[max(24rem,calc(100vh-var(--above)))] flex-col">
  <div class="flex min-h-0 grow">
    <nav class="w-44 shrink-0 overflow-y-auto border-r border-line" aria-label="Sections">
      {#if line && line.who.pieces.length > 1}
        <label class="field p-2 text-sm"
          >Piece
          <select
            value={line.pieceIndex}
            onchange={(event) => line.choosePiece(Number(event.currentTarget.value))}
          >
            {#each line.who.pieces as piece, index (piece.assignmentId)}<option value={index}
                >{piece.title}</option
              >{/each}
          </select></label
        >
      {:else if line?.piece}<p class="p-2 font-bold">{line.piece.title}</p>{/if}
      <ol>
        {#each line?.standings ?? [] as each, index (each.section.id)}
          <li>
            <button
              class="block w-full border-l-4 px-2 py-1.5 text-left {index === line?.sectionIndex
                ? 'border-sea bg-sea-wash'
                : 'border-transparent hover:bg-sea-wash'}"
              aria-current={index === line?.sectionIndex ? 'true' : undefined}
              onclick={() => line?.chooseSection(index)}
            >
              <span class="font-semibold">{each.section.name}</span>
              <span class="block text-sm text-quiet">
                {each.isLearned
                  ? `at tempo${each.secureBpm ? `, ${each.secureBpm}` : ''}`
                  : each.passed.size === 0
                    ? 'not begun'
                    : labelOf(each.stage?.id).toLowerCase()}
              </span>
              {#if each.troubles.length > 0}<span class="block text-sm text-rust"
                  >{each.troubles.length} to mend</span
                >{/if}
            </button>
            {#each line?.joins.filter(({ from }) => from === index) ?? [] as join (join.to)}
              <button
                class="block w-full border-l-4 border-transparent px-2 py-1 text-left text-sm hover:bg-sea-wash"
                onclick={() => line?.chooseStretch(join)}
                >↳ {join.kind === 'whole'
                  ? 'the whole piece'
                  : `on to ${line?.standings[join.to]?.section.name}`}</button
              >
            {/each}
          </li>
        {/each}
      </ol>
    </nav>
    <div class="flex min-w-0 grow flex-col">
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <div
        class="paper-stays min-h-0 grow overflow-y-auto bg-paper px-4 py-3"
        role="region"
        aria-label="The music"
        tabindex="0"
      >
        <div bind:clientWidth={width}>
          {#if session.problem}<p class="notice notice-fault" role="alert">{session.problem}</p>{/if}
          {#if !line?.piece}
            <p class="notice">
              {line?.who.learner.name ?? 'This learner'} has no piece yet. Hand one out from the Bench, then come
              back.
            </p>
          {:else if session.systems.length === 0 && !session.problem}
            <p class="text-quiet" role="status">Bringing the music …</p>
          {:else}
            <ScoreLines
              {engraver}
              systems={session.systems}
              options={session.options}
              range={session.range}
              selected={new Set()}
              sounding={session.take.state === 'listening' ? session.take.at : session.player.sounding}
              onnote={(id) => {
                const note = session.score?.notes.find((each) => each.id === id);
                if (note) session.range = { from: note.measure, to: note.measure };
              }}
              onchord={() => undefined}
              onmeasures={(from, to) => (session.range = { from, to })}
            />
            {#if standing && standing.troubles.length > 0}
              <ul class="mt-3 flex flex-wrap gap-2" aria-label="To mend">
                {#each standing.troubles as trouble, index (`${trouble.measure}${trouble.kind}${trouble.hand}`)}
                  <li class="flex items-center gap-2 border-b-2 border-l-2 border-ink px-2 py-1">
                    <strong>{TROUBLE_KINDS[trouble.kind].letter}</strong>
                    <span
                      >measure {session.numberOf(trouble.measure)}: {TROUBLE_KINDS[trouble.kind].label}, right
                      on {trouble.passedOn.length} of 3 days</span
                    >
                    <button class="button" onclick={() => session.mend(index)}>Right today</button>
                  </li>
                {/each}
              </ul>
            {/if}
          {/if}
        </div>
      </div>
      {#if session.take.heard}
        <TakeHeard
          take={session.take}
          onaccept={(finding) => session.accept(finding)}
          onshow={({ measure }) => (session.range = { from: measure, to: measure })}
          player={session.player}
          onwritten={() => session.play()}
          keeps={[
            { label: 'Keep it for the learner', keep: () => session.keepTake('learner') },
            { label: 'Keep it as the model', keep: () => session.keepTake('model') },
          ]}
          {...line?.stage?.needsTempo ? { ontempo: (bpm) => (line.typed = String(bpm)) } : {}}
        />
      {/if}
      {#if wasWeekShown}
        <!-- Hidden, and not taken away: what was typed stays. -->
        <div class={showsWeek ? 'contents' : 'hidden'}>
          <ForTheWeek {session} {weeks} onclose={() => (showsWeek = false)} />
        </div>
      {/if}
    </div>
  </div>
  <div class="border-t border-line bg-paper">
    {#each session.lines as each, index (each.who.learner.id)}
      <MarkLineBar
        line={each}
        isActive={index === session.active}
        onactivate={() => session.activate(index)}
      />
    {/each}
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1.5 px-4 py-1.5">
      <div class="tools" role="group" aria-label="Mark">
        <Tool hint="Enter" onpress={() => session.clean()}><strong>Pass</strong></Tool>
        <Tool hint="A" onpress={() => session.again()}>Again</Tool>
        <Tool hint="Shift + Enter" onpress={() => session.pass()}>Passed as it is</Tool>
      </div>
      <div class="tools" role="group" aria-label="What went wrong in the selected measures">
        <span
          >{session.range
            ? `Measures ${session.numberOf(session.range.from)}–${session.numberOf(session.range.to)}`
            : 'Select measures, then'}</span
        >
        {#each Object.entries(TROUBLE_KINDS) as [kind, { label, letter }] (kind)}
          <Tool
            hint={letter}
            disabled={!session.range}
            onpress={() => session.trouble(kind as TroubleKind, label)}>{label}</Tool
          >
        {/each}
      </div>
      <div class="tools" role="group" aria-label="Hear">
        <Tool hint="P" onpress={() => session.play()}
          >{session.player.state === 'playing' && !session.isClicking ? 'Stop' : 'Play'}</Tool
        >
        <label
          >Hands <select bind:value={session.player.hands}
            ><option value="both">both</option><option value="right">right</option><option value="left"
              >left</option
            ></select
          ></label
        >
        <label class="flex items-center gap-1"
          ><input
            type="checkbox"
            checked={session.player.countInMeasures > 0}
            onchange={(event) => (session.player.countInMeasures = event.currentTarget.checked ? 1 : 0)}
          /> count in</label
        >
        <Tool hint="M" isOn={session.isClicking} onpress={() => session.click()}>Click</Tool>
        {#if session.isClicking}
          <span data-click-words
            >{#each session.words as word, index (index)}<span
                class="px-0.5 {session.player.measure === index ? 'font-bold' : 'text-quiet'}">{word}</span
              >{/each}</span
          >
        {/if}
      </div>
      <div class="tools" role="group" aria-label="Listen to the learner">
        <Tool
          hint="L: from a keyboard with a cable"
          isOn={session.take.state === 'listening'}
          onpress={() => void session.listen()}
          >{session.take.state === 'listening' ? 'Listening: stop' : 'Listen'}</Tool
        >
        <Tool
          hint="A stand-in for a keyboard plays the passage, with slips"
          disabled={session.take.state !== 'idle'}
          onpress={() => void session.standIn()}>Stand-in</Tool
        >
        <BringInTake onfile={(file) => void session.bringIn(file)} />
        {#if session.take.message}<span class="text-sm" role="status">{session.take.message}</span>{/if}
      </div>
      <div class="tools">
        <Tool
          hint={session.toUndo ? `Ctrl + Z: ${session.toUndo}` : 'Ctrl + Z'}
          name="Undo"
          disabled={!session.canUndo}
          onpress={() => session.undo()}><Undo2 size={16} /></Tool
        >
        <Tool hint="W" isOn={showsWeek} onpress={() => (showsWeek = !showsWeek)}>For the week</Tool>
      </div>
      <p class="ml-auto text-sm" role="status">
        {session.said}
        {#if session.outbox.waiting > 0}
          <span class="text-rust"
            >{session.outbox.waiting} not saved yet{session.outbox.isUnreachable
              ? ': the studio cannot be reached; they wait here'
              : ''}</span
          >
        {:else if session.outbox.states.size > 0}<span class="text-quiet" data-marks="saved"
            >All marks saved</span
          >{/if}
        {#each session.outbox.refusals as { id, message } (id)}<span class="block text-rust">{message}</span
          >{/each}
      </p>
    </div>
    <LessonMinutes
      startedAtMs={opening.startedAtMs}
      lengthMinutes={opening.lengthMinutes}
      endedAtMs={opening.endedAtMs}
    />
  </div>
</div>
{#if line?.piece}<p class="sr-only">Target {targetOf(line.piece)} beats a minute.</p>{/if}
