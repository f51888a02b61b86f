<script lang="ts">
  import Volume2 from '@lucide/svelte/icons/volume-2';
  import { onMount } from 'svelte';
  import { degreeLabel, degreeOf, isChordInKey, romanNumeral } from '$lib/core/analyse/degrees';
  import { chordLabel, readChord, spellChord, transposeChord } from '$lib/core/pitch/chord';
  import { ALL_KEYS, intervalBetweenTonics, keyLabel, keyName, readKey, tonicOf } from '$lib/core/pitch/key';
  import { midiOf, spellingLabel, withSigns } from '$lib/core/pitch/pitch';
  import { BASS } from '$lib/core/score/model';
  import MiniStaff from '../engraving/mini-staff.svelte';
  import PlayFreely from '../improvise/play-freely.svelte';
  import KeyboardPicture from '../parts/keyboard-picture.svelte';
  import { staffScore } from '$lib/core/sheets/small-scores';
  import { Player } from '../playback/player.svelte';
  import { useArranger, useEngraver } from '../workers/workers-context.svelte';
  import { inversionsOf, overBass } from '$lib/core/sheets/inversions';
  import Choose from '../parts/choose.svelte';

  const arranger = useArranger();
  const engraver = useEngraver();
  const player = new Player();
  onMount(() => () => player.stop());

  interface Props {
    /** Symbols of a piece, to choose from, and its key. */
    ofPiece?: { readonly symbols: readonly string[]; readonly key: string } | null;
  }
  const { ofPiece = null }: Props = $props();

  // svelte-ignore state_referenced_locally
  let symbol = $state(ofPiece?.symbols[0] ?? 'G7');
  // svelte-ignore state_referenced_locally
  let keyText = $state(ofPiece?.key ?? 'C');
  // svelte-ignore state_referenced_locally
  let target = $state(ofPiece?.key ?? 'C');
  const key = $derived(readKey(keyText)!);
  const reading = $derived(readChord(symbol));
  const interval = $derived(intervalBetweenTonics(tonicOf(key), tonicOf(readKey(target)!)));
  const chord = $derived(
    reading.ok && reading.chord.kind === 'chord' ? transposeChord(reading.chord, interval) : null,
  );
  const named = $derived(chord?.kind === 'chord' ? chord : null);
  const keyNow = $derived(readKey(target)!.mode === key.mode ? readKey(target)! : key);
  const shapes = $derived(
    named ? [...(overBass(named) ? [overBass(named)!] : []), ...inversionsOf(named)] : [],
  );
</script>

<div class="mx-auto grid max-w-6xl gap-4 p-6">
  <h1>Chord cards</h1>
  <div class="flex flex-wrap items-end gap-3">
    <label class="field w-56"
      >Chord symbol<input
        bind:value={symbol}
        maxlength="30"
        aria-invalid={!reading.ok}
        aria-describedby="chord-fault"
        autocomplete="off"
        spellcheck="false"
      /></label
    >
    <Choose
      look="above"
      label="Thought of in"
      bind:value={keyText}
      choices={ALL_KEYS.map((each) => ({ value: keyName(each), label: keyLabel(each) }))}
    />
    <Choose
      look="above"
      label="Shown in"
      bind:value={target}
      choices={ALL_KEYS.filter((each) => each.mode === key.mode).map((each) => ({
        value: keyName(each),
        label: keyLabel(each),
      }))}
    />
    {#if named}
      <button class="button button-main" onclick={() => player.touchChord(named)}
        ><Volume2 size={16} aria-hidden="true" />Hear it</button
      >
    {/if}
  </div>
  {#if ofPiece}
    <div class="tools" role="group" aria-label="Chords of the piece">
      {#each ofPiece.symbols as each (each)}
        <button
          class="tool {symbol === each ? 'is-on' : ''}"
          aria-pressed={symbol === each}
          onclick={() => (symbol = each)}>{withSigns(each)}</button
        >
      {/each}
    </div>
  {/if}
  <p id="chord-fault" class="fault" role={reading.ok ? undefined : 'alert'}>
    {reading.ok ? '' : reading.message}
  </p>
  {#if named}
    <p>
      <strong class="text-lg">{chordLabel(named)}</strong>: {spellChord(named)
        .map(spellingLabel)
        .join(' ')}{named.bass ? ` over ${spellingLabel(named.bass)}` : ''}. In {keyLabel(keyNow)} it is {romanNumeral(
        named,
        keyNow,
      )}, on degree {degreeLabel(degreeOf(named.root, keyNow))}{isChordInKey(named, keyNow)
        ? ''
        : ', from outside the key'}.
    </p>
    <div class="grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
      {#each shapes as shape (shape.name)}
        {@const keys = shape.pitches.map(midiOf)}
        {@const isLow = keys[0]! < 55}
        <section class="grid content-start gap-2 bg-paper p-3" aria-label={shape.name}>
          <h2 class="flex items-center">
            {shape.name}
            <button
              class="icon-button ml-auto"
              aria-label="Hear {shape.name}"
              onclick={() => player.touch(keys)}><Volume2 size={16} /></button
            >
          </h2>
          <MiniStaff
            {arranger}
            {engraver}
            score={staffScore([shape.pitches], isLow && keys.at(-1)! < 62 ? { clef: BASS } : {})}
            width={330}
            label="{chordLabel(named)}, {shape.name}, on the staff"
          />
          <KeyboardPicture
            lowest={Math.min(48, keys[0]!)}
            highest={Math.max(76, keys.at(-1)!)}
            marks={new Map(shape.pitches.map((pitch) => [midiOf(pitch), spellingLabel(pitch)]))}
            label="{chordLabel(named)}, {shape.name}, on the keyboard"
            onpress={(pressed) => void player.touch([pressed])}
          />
        </section>
      {/each}
    </div>
    <PlayFreely chord={named} key={keyNow} {player} />
  {:else if reading.ok}
    <p class="notice">N.C. means that no chord is played here.</p>
  {/if}
</div>
