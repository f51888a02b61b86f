<script lang="ts">
  import { howGood } from '$lib/core/fingering/how-good';
  import { measureNumber } from '$lib/core/score/by-measure';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import type { Note } from '$lib/core/score/model';
  import { pitchLabel } from '$lib/core/pitch/pitch';
  import { useBench } from './bench-session.svelte';
  import { DYNAMICS, VALUES } from './note-edits';
  import Choose from '../parts/choose.svelte';
  import Tool from '../parts/tool.svelte';

  const { note }: { note: Note } = $props();
  const bench = useBench();
  const { notes } = bench;
  const pinned = $derived(bench.work.pinnedFingers.get(note.id) ?? null);
  /** It rests where the note has gone to the other hand since. */
  const isResting = $derived(
    bench.work.arrangement?.restingPins.some((pin) => pin.kind === 'finger' && pin.note === note.id) ?? false,
  );
  const number = $derived(measureNumber(bench.work.arrangement?.score.measures, note.measure));
  const isCircled = $derived(bench.work.arrangement?.circled.includes(note.id) ?? false);
  const isDetached = $derived(note.articulations.includes('staccato'));
  let word = $state('');
</script>

<p class="min-w-32">
  <strong>{pitchLabel(note.pitch)}</strong>, {note.staff === 0
    ? 'right'
    : note.staff === 1
      ? 'left'
      : 'other'}
  hand, measure {number}
</p>
<div class="tools" role="group" aria-label="Finger">
  <span>Finger</span>
  {#each [1, 2, 3, 4, 5] as finger (finger)}
    <Tool isOn={pinned === finger && !isResting} onpress={() => notes.finger(finger)}>{finger}</Tool>
  {/each}
  <Tool disabled={pinned === null} onpress={() => notes.unpinFinger()}>Unpin</Tool>
  {#if isResting}
    <span>{pinned} rests: it was pinned for the other hand</span>
  {/if}
  {#if bench.reasons.fingers.why}
    <span
      >{pinned === null || isResting ? `${bench.reasons.fingers.why.finger} worked out` : 'pinned'}{bench
        .reasons.fingers.why.others.length > 0
        ? `; or ${bench.reasons.fingers.why.others.map(({ finger, extra }) => `${finger}, ${howGood(extra)}`).join('; ')}`
        : ''}</span
    >
    <Tool hint="Enter" onpress={() => void bench.reasons.show(note.measure)}>Why</Tool>
  {/if}
</div>
<div class="tools" role="group" aria-label="Pitch">
  <span>Pitch</span>
  <Tool name="A step up" hint="Alt + ↑" onpress={() => notes.move('step-up')}><ArrowUp size={14} /></Tool>
  <Tool name="A step down" hint="Alt + ↓" onpress={() => notes.move('step-down')}
    ><ArrowDown size={14} /></Tool
  >
  <Tool name="A semitone up" onpress={() => notes.move('semitone-up')}>♯</Tool>
  <Tool name="A semitone down" onpress={() => notes.move('semitone-down')}>♭</Tool>
  <Tool name="An octave up" onpress={() => notes.move('octave-up')}>8 up</Tool>
  <Tool name="An octave down" onpress={() => notes.move('octave-down')}>8 down</Tool>
</div>
<div class="tools" role="group" aria-label="Value">
  <span>Value</span>
  {#each VALUES as { letter, name, ticks } (letter)}
    <Tool
      isOn={note.duration === ticks}
      {name}
      hint="{name}: {letter.toUpperCase()}"
      onpress={() => notes.value(ticks)}>{letter.toUpperCase()}</Tool
    >
  {/each}
  <Tool name="Dot" hint="." onpress={() => notes.dot()}>dot</Tool>
</div>
<div class="tools" role="group" aria-label="Note">
  <Tool hint="U" onpress={() => bench.selection.editCount()}>Count …</Tool>
  <Tool hint="O" onpress={() => notes.otherHand()}>Other hand</Tool>
  <Tool hint="Delete" onpress={() => notes.leaveOut()}>Leave out</Tool>
  <Tool hint="A" onpress={() => notes.add(-1)}>Add below</Tool>
  <Tool hint="Shift + A" onpress={() => notes.add(1)}>Add above</Tool>
</div>
<div class="tools" role="group" aria-label="Pedal">
  <span>Pedal</span>
  <Tool hint="Z" onpress={() => bench.pedal.downAtNote()}>Down here</Tool>
  <Tool hint="Shift + Z" onpress={() => bench.pedal.liftAtNote()}>Lift here</Tool>
</div>
<div class="tools" role="group" aria-label="Touch and marks">
  <Tool hint="L" onpress={() => notes.slur()}>Slur on</Tool>
  <Tool hint="Shift + L" onpress={() => notes.removeSlur()}>No slur</Tool>
  <Tool isOn={isDetached} hint="D" onpress={() => notes.detached()}>Detached</Tool>
  <Tool isOn={isCircled} hint="C" onpress={() => notes.circle()}>Circle</Tool>
  <Choose
    label="Dynamic"
    value=""
    placeholder="…"
    choices={[...DYNAMICS.map((value) => ({ value, label: value })), { value: 'none', label: 'take away' }]}
    onchoose={(value: string) => notes.dynamic(value === 'none' ? null : value)}
  />
  <form
    class="flex items-center gap-1"
    onsubmit={(event) => {
      event.preventDefault();
      notes.words(word);
      word = '';
    }}
  >
    <label>Word <input class="field-inline w-24" bind:value={word} maxlength="80" /></label>
    <button class="tool">Write</button>
  </form>
</div>
