<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { CAUTIONS } from '$lib/core/care/cautions.data';
  import { FINGER_NAMES } from '$lib/core/learner/reading';
  import type { StandTask } from '$lib/server/stand/stand-task';
  import ScoreLines from '../engraving/score-lines.svelte';
  import { tellWidth } from '../engraving/tell-width';
  import OverTheLoop from '../improvise/over-the-loop.svelte';
  import BringInTake from '../listen/bring-in-take.svelte';
  import TakeHeard from '../listen/take-heard.svelte';
  import KeyboardPicture from '../parts/keyboard-picture.svelte';
  import { useArranger, useEngraver } from '../workers/workers-context.svelte';
  import { keepAwake } from './keep-awake';
  import { PracticeMinutes } from './practice-minutes.svelte';
  import ScreenKeys from './screen-keys.svelte';
  import { standKeys } from './stand-keys';
  import { StandSession } from './stand-session.svelte';
  import TempoStair from './tempo-stair.svelte';
  import WaitingMarks from './waiting-marks.svelte';

  const { opening }: { opening: StandTask } = $props();
  const engraver = useEngraver();
  // A task is opened once; the page is made anew for another.
  // svelte-ignore state_referenced_locally
  const session = new StandSession(opening, useArranger(), engraver);
  const practised = new PracticeMinutes();
  let width = $state(0);
  let shown = $state.raw<{ readonly from: number; readonly to: number } | null>(null);
  let concerned = $state.raw<ReadonlySet<string>>(new Set());
  let panel = $state<'position' | 'keys' | 'freely'>('position');
  $effect(() => {
    if (width === 0) return;
    session.widthPx = width;
    tellWidth(opening.view, String(session.options.pageWidth));
  });
  const passage = $derived(opening.passage);
  const mustRest = $derived(practised.minutes >= opening.restAfterMinutes);
  const keys = $derived(passage?.pictures.flatMap((picture) => picture.keys.map(({ key }) => key)) ?? []);
  const range = $derived({
    lowest: keys.length > 0 ? Math.max(21, Math.min(...keys) - 5) : 48,
    highest: keys.length > 0 ? Math.min(108, Math.max(...keys) + 7) : 76,
  });
  const fingerName = (finger: number) =>
    opening.fingerNames === 'from-index' ? ['', 'T', '1', '2', '3', '4'][finger]! : String(finger);

  function go(task: string | null) {
    void goto(task ? `${opening.base}/tasks/${task}` : opening.base);
  }

  onMount(() => {
    session.player.warmUp();
    const stops = [
      practised.count(),
      keepAwake(),
      standKeys({
        next: () => go(opening.after),
        before: () => go(opening.before),
        hear: () => session.hear(false),
        countIn: () => session.hear(true),
        clean: () => void session.mark('clean'),
        again: () => void session.mark('again'),
        listen: () => void session.listen(),
      }),
    ];
    return () => stops.forEach((stop) => stop());
  });
  onDestroy(() => session.dispose());
</script>

<div class="flex h-[max(24rem,calc(100dvh-var(--above)))] flex-col">
  <header class="flex flex-wrap items-start gap-x-3 gap-y-1 border-b border-line bg-paper px-4 py-2">
    <a class="button min-h-11" href={opening.base}>All tasks</a>
    <h1 class="min-w-60 grow basis-80 text-xl leading-snug">{opening.task.sentence}</h1>
    <span class="flex items-center gap-2 whitespace-nowrap">
      <span class="text-quiet">{opening.task.minutes} min</span>
      <button class="button min-h-11" disabled={!opening.before} onclick={() => go(opening.before)}
        >Before</button
      >
      <span>{opening.place.number} of {opening.place.of}</span>
      <button class="button min-h-11" onclick={() => go(opening.after)}
        >{opening.after ? 'Next' : 'Done'}</button
      >
    </span>
  </header>
  {#if mustRest}
    <div class="notice flex flex-wrap items-center gap-3" role="alert">
      <p class="grow">
        <strong
          >{practised.minutes} minutes are enough for now: rest {opening.restMinutes} minutes, hands down.</strong
        >
        Shake out hands, wrists and shoulders. {CAUTIONS.pain}
      </p>
      <button class="button min-h-11" onclick={() => practised.rested()}>I have rested</button>
    </div>
  {/if}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div
    class="paper-stays min-h-40 grow overflow-y-auto bg-paper px-4 py-3"
    role="region"
    aria-label="The music"
    tabindex="0"
  >
    <div bind:clientWidth={width}>
      {#if session.systems.length > 0}
        <ScoreLines
          {engraver}
          systems={session.systems}
          options={session.options}
          range={shown}
          selected={new Set()}
          questioned={concerned}
          sounding={session.take.state === 'listening' ? session.take.at : new Set(session.player.sounding)}
          onnote={() => undefined}
          onchord={() => undefined}
          onmeasures={(from, to) => (shown = { from, to })}
        />
      {:else}<p class="notice">For this task there is no music to show: do it as the sentence says.</p>{/if}
    </div>
  </div>
  {#if session.take.heard}
    <TakeHeard
      take={session.take}
      onshow={({ measure, noteIds }) => {
        shown = { from: measure, to: measure };
        concerned = new Set(noteIds);
      }}
      player={session.player}
      onwritten={() => session.hear(false)}
      keeps={opening.mayMark ? [{ label: 'Keep it for the teacher', keep: () => session.keepTake() }] : []}
    />
  {:else if passage}
    <div
      class="{panel === 'freely'
        ? 'max-h-[46vh]'
        : 'max-h-[38vh]'} shrink-0 overflow-y-auto border-t border-line px-4 py-2"
    >
      <div class="tools mb-2" role="group" aria-label="Below the music">
        {#each [['position', 'Where the hand lies'], ['keys', 'Keys to play on'], ['freely', 'Play freely']] as const as [id, label] (id)}
          <button
            class="tool min-h-9 {panel === id ? 'is-on' : ''}"
            aria-pressed={panel === id}
            onclick={() => (panel = id)}>{label}</button
          >
        {/each}
      </div>
      {#if panel === 'position'}
        <div class="flex flex-wrap items-start gap-x-6 gap-y-2">
          {#each passage.pictures as { hand, name, keys: marked }, index (index)}
            <figure class="w-64 max-w-full">
              <KeyboardPicture
                lowest={Math.max(21, marked[0]!.key - 3)}
                highest={Math.min(108, marked.at(-1)!.key + 4)}
                marks={new Map(marked.map(({ key, finger }) => [key, fingerName(finger)]))}
                label="{name}, {hand} hand: {marked
                  .map(({ finger }) => `finger ${finger}`)
                  .join(', ')} from the left"
              />
              <figcaption class="text-sm">{hand === 'right' ? 'Right' : 'Left'} hand: {name}</figcaption>
            </figure>
          {:else}<p class="text-quiet">
              The hand moves all through this: follow the fingers in the notes.
            </p>{/each}
          <ul class="min-w-60 grow basis-60">
            {#each passage.cues as { place, text } (place + text)}
              <li class="py-0.5">{text} <span class="text-sm text-quiet">{place}</span></li>
            {/each}
            {#if opening.fingerNames !== 'numbers'}
              <li class="text-sm text-quiet">Fingers: {FINGER_NAMES[opening.fingerNames]}.</li>
            {/if}
          </ul>
        </div>
      {:else if panel === 'keys'}
        <ScreenKeys {...range} take={session.take} player={session.player} />
        <div class="mt-2 flex flex-wrap gap-2">
          <button
            class="button min-h-11"
            disabled={session.take.state !== 'idle'}
            onclick={() => void session.standIn()}>Let the stand-in play</button
          >
          <BringInTake isLarge onfile={(file) => void session.bringIn(file)} />
        </div>
      {:else}
        <OverTheLoop score={passage.score} span={passage.span} player={session.player} />
      {/if}
    </div>
  {/if}
  <footer class="flex flex-wrap items-center gap-2 border-t border-line bg-paper px-4 py-2">
    {#if passage}
      <button class="button min-h-11" onclick={() => session.hear(false)}
        >{session.player.isPlaying ? 'Stop' : 'Hear it'}</button
      >
      <button class="button min-h-11" disabled={session.player.isPlaying} onclick={() => session.hear(true)}
        >Count in</button
      >
    {/if}
    {#if opening.mayMark}
      <button class="button button-main min-h-11" onclick={() => void session.mark('clean')}
        >It went well</button
      >
      <button class="button min-h-11" onclick={() => void session.mark('again')}>Not yet</button>
    {/if}
    {#if passage}
      <span class="flex items-center gap-1" role="group" aria-label="Tempo">
        <button
          class="button min-h-11"
          aria-label="Slower"
          disabled={session.easePercent <= 50}
          onclick={() => (session.easePercent -= 10)}>−</button
        >
        <span class="min-w-14 text-center">♩ {session.tempoBpm}</span>
        <button
          class="button min-h-11"
          aria-label="Faster, up to what is due"
          disabled={session.easePercent >= 100}
          onclick={() => (session.easePercent += 10)}>+</button
        >
      </span>
      {#if opening.ladder && session.place}
        <TempoStair tempos={opening.ladder.tempos} at={session.place.tempoBpm} />
      {/if}
      <label class="flex min-h-11 items-center gap-1.5"
        >Plays <select class="field-inline" bind:value={session.player.hands}
          ><option value="both">both hands</option><option value="right">the right hand</option><option
            value="left">the left hand</option
          ></select
        ></label
      >
      <label class="flex min-h-11 items-center gap-1.5"
        ><input type="checkbox" bind:checked={session.player.isLooped} />round and round</label
      >
      {#each passage.models as { id, hand }, index (id)}
        <button class="button min-h-11" onclick={() => session.hearModel(id)}
          >Teacher’s playing{hand ? `, ${hand} hand` : ''}{passage.models.length > 1
            ? ` ${index + 1}`
            : ''}</button
        >
      {/each}
      <button
        class="button min-h-11"
        aria-pressed={session.take.state === 'listening'}
        onclick={() => void session.listen()}
        >{session.take.state === 'listening' ? 'Listening: stop' : 'Listen to me'}</button
      >
    {/if}
    <span class="basis-full text-sm" role="status">
      {session.take.message}
      {session.said}
      {#if session.player.state === 'failed'}The sound could not be loaded.{/if}
      <WaitingMarks outbox={session.outbox} />
    </span>
  </footer>
</div>
