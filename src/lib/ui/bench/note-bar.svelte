<script lang="ts">
  import { measureNumber } from '$lib/core/score/by-measure';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import type { Note } from '$lib/core/score/model';
  import { pitchLabel } from '$lib/core/pitch/pitch';
  import { useBench } from './bench-session.svelte';
  import { DYNAMICS, VALUES } from './note-edits';

  const { note }: { note: Note } = $props();
  const bench = useBench();
  const { notes } = bench;
  const pinned = $derived(bench.work.pinnedFingers.get(note.id) ?? null);
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
    <button
      class="tool"
      class:is-on={pinned === finger}
      aria-pressed={pinned === finger}
      onclick={() => notes.finger(finger)}>{finger}</button
    >
  {/each}
  <button class="tool" disabled={pinned === null} onclick={() => notes.unpinFinger()}>Unpin</button>
  {#if bench.reasons.fingers.why}
    <span
      >{pinned === null ? `${bench.reasons.fingers.why.finger} worked out` : 'pinned'}{bench.reasons.fingers
        .why.others.length > 0
        ? `; next best ${bench.reasons.fingers.why.others.map(({ finger, extra }) => `${finger} (+${extra})`).join(', ')}`
        : ''}</span
    >
    <button class="tool" title="Enter" onclick={() => void bench.reasons.show(note.measure)}>Why</button>
  {/if}
</div>
<div class="tools" role="group" aria-label="Pitch">
  <span>Pitch</span>
  <button class="tool" aria-label="A step up" title="Alt + ↑" onclick={() => notes.move('step-up')}
    ><ArrowUp size={14} /></button
  >
  <button class="tool" aria-label="A step down" title="Alt + ↓" onclick={() => notes.move('step-down')}
    ><ArrowDown size={14} /></button
  >
  <button class="tool" aria-label="A semitone up" onclick={() => notes.move('semitone-up')}>♯</button>
  <button class="tool" aria-label="A semitone down" onclick={() => notes.move('semitone-down')}>♭</button>
  <button class="tool" aria-label="An octave up" onclick={() => notes.move('octave-up')}>8 up</button>
  <button class="tool" aria-label="An octave down" onclick={() => notes.move('octave-down')}>8 down</button>
</div>
<div class="tools" role="group" aria-label="Value">
  <span>Value</span>
  {#each VALUES as { letter, name, ticks } (letter)}
    <button
      class="tool"
      class:is-on={note.duration === ticks}
      aria-pressed={note.duration === ticks}
      aria-label={name}
      title="{name}: {letter.toUpperCase()}"
      onclick={() => notes.value(ticks)}>{letter.toUpperCase()}</button
    >
  {/each}
  <button class="tool" aria-label="Dot" title="." onclick={() => notes.dot()}>dot</button>
</div>
<div class="tools" role="group" aria-label="Note">
  <button class="tool" title="U" onclick={() => bench.selection.editCount()}>Count …</button>
  <button class="tool" title="O" onclick={() => notes.otherHand()}>Other hand</button>
  <button class="tool" title="Delete" onclick={() => notes.leaveOut()}>Leave out</button>
  <button class="tool" title="A" onclick={() => notes.add(-1)}>Add below</button>
  <button class="tool" title="Shift + A" onclick={() => notes.add(1)}>Add above</button>
</div>
<div class="tools" role="group" aria-label="Pedal">
  <span>Pedal</span>
  <button class="tool" title="Z" onclick={() => bench.pedal.downAtNote()}>Down here</button>
  <button class="tool" title="Shift + Z" onclick={() => bench.pedal.liftAtNote()}>Lift here</button>
</div>
<div class="tools" role="group" aria-label="Touch and marks">
  <button class="tool" title="L" onclick={() => notes.slur()}>Slur on</button>
  <button class="tool" title="Shift + L" onclick={() => notes.removeSlur()}>No slur</button>
  <button
    class="tool"
    class:is-on={isDetached}
    aria-pressed={isDetached}
    title="D"
    onclick={() => notes.detached()}>Detached</button
  >
  <button
    class="tool"
    class:is-on={isCircled}
    aria-pressed={isCircled}
    title="C"
    onclick={() => notes.circle()}>Circle</button
  >
  <label
    >Dynamic <select
      class="field-inline"
      value=""
      onchange={(event) => {
        const { value } = event.currentTarget;
        if (value) notes.dynamic(value === 'none' ? null : value);
        event.currentTarget.value = '';
      }}
    >
      <option value="">…</option>
      {#each DYNAMICS as dynamic (dynamic)}<option>{dynamic}</option>{/each}
      <option value="none">take away</option>
    </select></label
  >
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
