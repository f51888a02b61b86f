<script lang="ts">
  import Volume2 from '@lucide/svelte/icons/volume-2';
  import { gameNotes } from '$lib/core/improvise/game-notes';
  import { materialOver } from '$lib/core/improvise/material';
  import { GAMES, PROMPTS, type GameSet } from '$lib/core/improvise/prompts.data';
  import { chordLabel, type NamedChord } from '$lib/core/pitch/chord';
  import { keyLabel, type Key } from '$lib/core/pitch/key';
  import { midiOf, spellingLabel, type Spelling } from '$lib/core/pitch/pitch';
  import KeyboardPicture from '../parts/keyboard-picture.svelte';
  import type { Player } from '../playback/player.svelte';

  interface Props {
    chord: NamedChord;
    key: Key;
    player: Player;
  }

  const { chord, key, player }: Props = $props();
  let set = $state<GameSet>('tones');
  let prompt = $state(0);
  const material = $derived(materialOver(chord, key));
  const game = $derived(GAMES.find((each) => each.set === set)!);
  const notes = $derived(gameNotes(material, set));
  const names = (all: readonly Spelling[]) => all.map(spellingLabel).join(' ');
  const marks = $derived(
    new Map(
      notes.map(({ pitch, finger }) => [
        midiOf(pitch),
        finger === null ? spellingLabel(pitch) : String(finger),
      ]),
    ),
  );
  const WHY = {
    key: '',
    'leading-to': 'since it leads there',
    borrowed: 'from which it is borrowed',
    'own-tones': 'with the chord’s own notes',
  } as const;
</script>

<section class="@container bg-paper p-3" aria-labelledby="play-freely">
  <div class="grid gap-x-6 gap-y-3 @3xl:grid-cols-2">
    <div class="grid content-start gap-3">
      <h2 id="play-freely">Playing freely over {chordLabel(chord)}</h2>
      <dl class="grid grid-cols-[8rem_1fr] gap-y-1">
        <dt class="text-quiet">Its own notes</dt>
        <dd>{names(material.tones)}</dd>
        <dt class="text-quiet">Scale</dt>
        <dd>
          {names(material.scale)}: {material.scaleName}{material.home.by === 'key'
            ? ''
            : `, of ${keyLabel(material.home.key)} ${WHY[material.home.by]}`}
        </dd>
        <dt class="text-quiet">Pass through</dt>
        <dd>
          {material.avoid.length > 0
            ? `${names(material.avoid)}: ${material.avoid.length === 1 ? 'it grates when it is' : 'they grate when they are'} held on a beat`
            : 'Nothing grates.'}
        </dd>
      </dl>
      <div class="tools" role="group" aria-label="Game">
        {#each GAMES as each (each.id)}
          <button
            class="tool {set === each.set ? 'is-on' : ''}"
            aria-pressed={set === each.set}
            onclick={() => (set = each.set)}>{each.label}</button
          >
        {/each}
      </div>
    </div>
    <div class="grid content-start gap-3">
      <p>
        {game.how}
        <button
          class="icon-button align-middle"
          aria-label="Hear these notes"
          onclick={() => void player.touch(notes.map(({ pitch }) => midiOf(pitch)))}
          ><Volume2 size={16} /></button
        >
      </p>
      <KeyboardPicture
        lowest={55}
        highest={Math.max(79, ...notes.map(({ pitch }) => midiOf(pitch)))}
        {marks}
        label="{game.label}, over {chordLabel(chord)}, right hand: {notes
          .map(({ pitch, finger }) => spellingLabel(pitch) + (finger === null ? '' : ` finger ${finger}`))
          .join(', ')}"
        onpress={(pressed) => void player.touch([pressed])}
      />
      <p class="flex flex-wrap items-center gap-3">
        <strong>{PROMPTS[prompt]}</strong>
        <button class="button" onclick={() => (prompt = (prompt + 1) % PROMPTS.length)}>Another idea</button>
      </p>
    </div>
  </div>
</section>
