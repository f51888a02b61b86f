<script lang="ts">
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowLeft from '@lucide/svelte/icons/arrow-left';
  import ArrowRight from '@lucide/svelte/icons/arrow-right';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import Volume2 from '@lucide/svelte/icons/volume-2';
  import X from '@lucide/svelte/icons/x';
  import { tick } from 'svelte';
  import { textureLabel } from '$lib/core/document/choices/textures.data';
  import { chordLabel } from '$lib/core/pitch/chord';
  import { midiOf, pitchLabel, spellingLabel } from '$lib/core/pitch/pitch';
  import { measureNumber } from '$lib/core/score/by-measure';
  import { positionOf, toneChoices } from '$lib/core/voicing/by-hand';
  import KeyboardPicture from '../parts/keyboard-picture.svelte';
  import Tool from '../parts/tool.svelte';
  import { useBench } from './bench-session.svelte';

  const { measure }: { measure: number } = $props();
  const bench = useBench();
  const edits = bench.voicing;

  let host: HTMLElement;
  const place = $derived(edits.place);
  const number = $derived(measureNumber(bench.work.arrangement?.score.measures, measure));
  const tones = $derived(place ? toneChoices(place.shown.chord, place.shown.pitches) : []);
  const keys = $derived(place?.shown.pitches.map(midiOf) ?? []);
  /** What does not sound after all. */
  const silent = $derived(
    place?.shown.pitches.filter(
      (pitch) => !edits.heard.some((note) => midiOf(note.pitch) === midiOf(pitch)),
    ) ?? [],
  );
  const marks = $derived(
    new Map(place?.shown.pitches.map((pitch) => [midiOf(pitch), spellingLabel(pitch)] as const)),
  );
  const times = (count: number) => `${count} ${count === 1 ? 'place' : 'places'}`;

  $effect(() => {
    void measure;
    void tick().then(() => {
      host.focus({ preventScroll: true });
      host.scrollIntoView({ block: 'nearest' });
    });
  });

  $effect(() => () => bench.backToMusic(host));

  const KEYS: Readonly<Record<string, () => void>> = {
    ArrowRight: () => edits.turn(1),
    ArrowLeft: () => edits.turn(-1),
    ArrowUp: () => edits.octave(1),
    ArrowDown: () => edits.octave(-1),
    '[': () => edits.step(-1),
    ']': () => edits.step(1),
    o: () => edits.double(),
    h: () => edits.hear(),
    y: () => edits.everywhere(),
    Backspace: () => edits.release(),
    Escape: () => edits.close(),
  };

  function press(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const tone = tones.find(({ name }) => name.step === event.key.toUpperCase());
    const action = KEYS[event.key] ?? (tone ? () => edits.tone(tone.degree) : undefined);
    if (!action) return;
    event.preventDefault();
    event.stopPropagation();
    action();
  }
</script>

<!-- The keys do what the buttons do. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<section
  bind:this={host}
  class="mt-1 mb-2 border-l-4 border-sea bg-sea-wash px-3 py-2 select-text focus-visible:outline-none"
  aria-label="Voice the chords of measure {number}"
  tabindex="0"
  onkeydown={press}
>
  <div class="flex items-start gap-4">
    <div class="grid grow gap-2">
      {#if !place}
        <p class="text-quiet" role="status">
          {edits.isAsking
            ? 'Looking at the chords …'
            : 'No hand plays from the chords here, so there is nothing to voice. Give a hand a texture made from chords first.'}
        </p>
      {:else}
        <div class="tools" role="group" aria-label="Chord">
          {#each edits.places as each, index (index)}
            <Tool isOn={each === place} onpress={() => edits.choose(index)}
              >{chordLabel(each.shown.chord)}, {each.hand} hand</Tool
            >
          {/each}
          {#if edits.places.length > 1}<span class="text-quiet"><kbd>[</kbd> <kbd>]</kbd></span>{/if}
        </div>
        <div class="flex flex-wrap items-center gap-x-6 gap-y-2">
          <div class="w-72 max-w-full">
            <KeyboardPicture
              lowest={Math.min(48, ...keys) - 1}
              highest={Math.max(72, ...keys) + 1}
              {marks}
              label="{chordLabel(place.shown.chord)}: {place.shown.pitches.map(pitchLabel).join(' ')}"
            />
          </div>
          <div class="grid gap-1">
            <p role="status">
              <strong>{place.shown.pitches.map(pitchLabel).join(' ')}</strong>, {positionOf(
                place.shown.chord,
                place.shown.pitches,
              )}{place.isByHand ? ', as you set it' : ''}
              <span class="text-quiet">({textureLabel(place.texture)})</span>
            </p>
            {#if silent.length > 0}
              <p class="text-sm">
                {silent.map(pitchLabel).join(', ')}
                {silent.length === 1 ? 'is' : 'are'} left out: the other hand has the key, or the texture has no
                room.
              </p>
            {/if}
            <div class="tools" role="group" aria-label="Inversion and octave">
              <Tool name="Turn it down" hint="←" onpress={() => edits.turn(-1)}><ArrowLeft size={16} /></Tool>
              <span>inversion</span>
              <Tool name="Turn it up" hint="→" onpress={() => edits.turn(1)}><ArrowRight size={16} /></Tool>
              <Tool name="An octave lower" hint="↓" onpress={() => edits.octave(-1)}
                ><ArrowDown size={16} /></Tool
              >
              <span>octave</span>
              <Tool name="An octave higher" hint="↑" onpress={() => edits.octave(1)}
                ><ArrowUp size={16} /></Tool
              >
            </div>
            <div class="tools" role="group" aria-label="Tones">
              {#each tones as tone (tone.degree)}
                <Tool
                  isOn={tone.isHeard}
                  hint={tone.name.step}
                  name="{spellingLabel(tone.name)}, tone {tone.degree}"
                  onpress={() => edits.tone(tone.degree)}
                  >{spellingLabel(tone.name)}<sub class="pl-0.5">{tone.degree}</sub></Tool
                >
              {/each}
              <Tool hint="O" onpress={() => edits.double()}>Double the bass</Tool>
              <Tool name="Hear it" hint="H" onpress={() => edits.hear()}><Volume2 size={16} /></Tool>
            </div>
          </div>
        </div>
        <div class="tools">
          {#if place.others.length > 0}
            <Tool hint="Y" disabled={edits.elsewhere.open.length === 0} onpress={() => edits.everywhere()}
              >At every {chordLabel(place.shown.chord)}: {times(edits.elsewhere.open.length)} more</Tool
            >
            {#if edits.elsewhere.same > 0}<span class="text-quiet"
                >the same at {times(edits.elsewhere.same)}</span
              >{/if}
            {#if edits.elsewhere.kept > 0}<span class="text-quiet"
                >other notes of your own at {times(edits.elsewhere.kept)}, which stay</span
              >{/if}
          {:else}
            <span class="text-quiet">The hand has {chordLabel(place.shown.chord)} nowhere else.</span>
          {/if}
          <Tool hint="Backspace" disabled={!place.isByHand} onpress={() => edits.release()}
            >As worked out</Tool
          >
        </div>
      {/if}
    </div>
    <button class="icon-button" aria-label="Close" onclick={() => edits.close()}><X size={16} /></button>
  </div>
</section>
