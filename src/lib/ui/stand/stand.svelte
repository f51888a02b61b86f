<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import { goto } from '$app/navigation';
  import { CAUTIONS } from '$lib/core/care/cautions.data';
  import ScoreLines from '../engraving/score-lines.svelte';
  import TakeHeard from '../listen/take-heard.svelte';
  import { useArranger, useEngraver } from '../workers/workers-context.svelte';
  import { StandSession, type StandOpening } from './stand-session.svelte';

  const { opening }: { opening: StandOpening } = $props();
  // A task is opened once; the page is made anew for another.
  // svelte-ignore state_referenced_locally
  const session = new StandSession(opening, useArranger());
  const engraver = useEngraver();
  let width = $state(900);
  let minutes = $state(0);
  let shown = $state.raw<{ readonly from: number; readonly to: number } | null>(null);
  $effect(() => {
    session.widthPx = width;
  });
  const mustRest = $derived(minutes >= opening.restAfterMinutes);
  const BEGAN = 'key-path.stand-began';

  function go(task: string | null) {
    void goto(task ? `/stand/tasks/${task}` : '/stand');
  }

  /** Minutes since this tab began to practise, or since the last rest. */
  function count() {
    const began = Number(sessionStorage.getItem(BEGAN) ?? Date.now());
    sessionStorage.setItem(BEGAN, String(began));
    minutes = Math.floor((Date.now() - began) / 60_000);
  }

  function rested() {
    sessionStorage.removeItem(BEGAN);
    count();
  }

  onMount(() => {
    session.player.warmUp();
    count();
    const timer = setInterval(count, 15_000);
    let lock: WakeLockSentinel | null = null;
    // The screen stays on while hands are at the keys; where the browser does not offer it, it is left as it is.
    const wake = () => {
      if (document.visibilityState === 'visible')
        navigator.wakeLock?.request('screen').then(
          (held) => (lock = held),
          () => undefined,
        );
    };
    wake();
    document.addEventListener('visibilitychange', wake);
    const on = (action: () => void) => (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest('input, button, a, select')) return;
      event.preventDefault();
      action();
    };
    // A page-turn pedal sends these keys.
    const release = tinykeys(window, {
      PageDown: on(() => go(opening.after)),
      PageUp: on(() => go(opening.before)),
      ArrowRight: on(() => go(opening.after)),
      ArrowLeft: on(() => go(opening.before)),
      Space: on(() => session.hear(false)),
      p: on(() => session.hear(false)),
      c: on(() => session.hear(true)),
      Enter: on(() => void session.mark('clean')),
      a: on(() => void session.mark('again')),
      l: on(() => void session.listen()),
    });
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', wake);
      void lock?.release();
      release();
    };
  });
  onDestroy(() => session.dispose());
</script>

<div class="flex h-screen flex-col">
  <header class="flex items-start gap-3 border-b border-line bg-paper px-4 py-2">
    <a class="button" href="/stand">All tasks</a>
    <h1 class="grow text-xl leading-snug">{opening.task.sentence}</h1>
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
        <strong>{minutes} minutes are enough for now: rest {opening.restMinutes} minutes, hands down.</strong>
        Shake out hands, wrists and shoulders. {CAUTIONS.pain}
      </p>
      <button class="button" onclick={rested}>I have rested</button>
    </div>
  {/if}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div
    class="min-h-0 grow overflow-y-auto bg-paper px-4 py-3"
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
          sounding={new Set(session.player.sounding)}
          onnote={() => undefined}
          onchord={() => undefined}
          onmeasures={(from, to) => (shown = { from, to })}
        />
      {:else}<p class="notice">For this task there is no music to show: do it as the sentence says.</p>{/if}
    </div>
  </div>
  {#if session.take.heard}
    <TakeHeard take={session.take} onshow={({ measure }) => (shown = { from: measure, to: measure })} />
  {/if}
  <footer class="flex flex-wrap items-center gap-2 border-t border-line bg-paper px-4 py-2">
    {#if opening.score && opening.span}
      <button class="button min-h-11" onclick={() => session.hear(false)}
        >{session.player.state === 'playing' ? 'Stop' : 'Hear it'}</button
      >
      <button class="button min-h-11" onclick={() => session.hear(true)}>Count in</button>
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
          aria-label="Faster, up to what is set"
          disabled={session.easePercent >= 100}
          onclick={() => (session.easePercent += 10)}>+</button
        >
      </span>
      <button
        class="button min-h-11"
        aria-pressed={session.take.state === 'listening'}
        onclick={() => void session.listen()}
        >{session.take.state === 'listening' ? 'Listening: stop' : 'Listen to me'}</button
      >
      <button
        class="button min-h-11"
        disabled={session.take.state !== 'idle'}
        onclick={() => void session.standIn()}>Stand-in</button
      >
    {/if}
    {#if opening.mayMark}
      <button class="button button-main min-h-11" onclick={() => void session.mark('clean')}
        >It went well</button
      >
      <button class="button min-h-11" onclick={() => void session.mark('again')}>Not yet</button>
    {/if}
    <span class="grow text-sm" role="status">
      {session.take.message}
      {session.said}
      {#if session.outbox.waiting > 0}<span class="text-rust"
          >{session.outbox.waiting} on {session.outbox.waiting === 1 ? 'its' : 'their'} way: kept here until the
          studio can be reached</span
        >{/if}
      {#each session.outbox.refusals as { id, message } (id)}<span class="text-rust">{message}</span>{/each}
    </span>
  </footer>
</div>
