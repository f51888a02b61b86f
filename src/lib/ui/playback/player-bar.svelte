<script lang="ts">
  import { saveFile } from '../parts/save-file';
  import Play from '@lucide/svelte/icons/play';
  import Square from '@lucide/svelte/icons/square';
  import Repeat from '@lucide/svelte/icons/repeat';
  import AudioLines from '@lucide/svelte/icons/audio-lines';
  import type { PlayOptions, Timeline } from '$lib/core/playback/timeline';
  import type { Player } from './player.svelte';
  import Choose from '../parts/choose.svelte';
  import Hint from '../parts/hint.svelte';
  import Tick from '../parts/tick.svelte';

  interface Props {
    player: Player;
    /** Works out when everything sounds. */
    timeline: (options: PlayOptions) => Promise<Timeline>;
    /** Measures that are selected; playing keeps to them. */
    range: { readonly from: number; readonly to: number } | null;
    /** Printed number of a measure. */
    numberOf: (measure: number) => string;
    title: string;
    hasHands: boolean;
    /** Quarters a minute as written. */
    tempo: number;
  }

  const { player, timeline, range, numberOf, title, hasHands, tempo }: Props = $props();
  let isSaving = $state(false);

  const bpm = $derived(Math.round((tempo * player.tempoPercent) / 100));
  const what = $derived(
    range === null
      ? 'the whole piece'
      : range.from === range.to
        ? player.isLooped
          ? `measure ${numberOf(range.from)}`
          : `from measure ${numberOf(range.from)}`
        : `measures ${numberOf(range.from)}–${numberOf(range.to)}`,
  );
  // One selected measure is where to begin; a range, or a loop, is all that is played.
  const optionsNow = () => {
    const isFromHere = range !== null && range.from === range.to && !player.isLooped;
    return player.options(range?.from ?? 0, range === null || isFromHere ? null : range.to);
  };

  export function toggle() {
    if (player.isPlaying) player.stop();
    else void player.play(() => timeline(optionsNow()), player.isLooped);
  }

  async function save() {
    isSaving = true;
    try {
      const sound = await player.record(() => timeline({ ...optionsNow(), isLooped: false }));
      saveFile(sound, `${title}.wav`);
    } catch {
      player.state = 'failed';
    }
    isSaving = false;
  }
</script>

<div class="flex flex-wrap items-center gap-x-3 gap-y-1" role="group" aria-label="Playing">
  <button class="button {player.isPlaying ? '' : 'button-main'}" onclick={toggle}>
    {#if player.isPlaying}<Square size={15} aria-hidden="true" />Stop{:else}<Play
        size={15}
        aria-hidden="true"
      />Play{/if}
    <kbd class="text-sm opacity-70">P</kbd>
  </button>
  <span class="text-sm text-quiet">{what}{player.isLooped ? ', round and round' : ''}</span>
  {#if hasHands}
    <Choose
      label="Hands"
      bind:value={player.hands}
      choices={[
        { value: 'both', label: 'both' },
        { value: 'right', label: 'right alone' },
        { value: 'left', label: 'left alone' },
      ] as const}
    />
  {/if}
  <label class="flex items-center gap-1.5"
    >Tempo
    <input
      type="range"
      min="30"
      max="130"
      step="1"
      bind:value={player.tempoPercent}
      class="w-20"
      aria-valuetext="{bpm} beats a minute, {player.tempoPercent} percent of what is written"
    />
    <span class="min-w-24 whitespace-nowrap tabular-nums"
      >♩ = {bpm} <span class="text-quiet">({player.tempoPercent} %)</span></span
    ></label
  >
  <Choose
    label="Count in"
    bind:value={player.countInMeasures}
    choices={[
      { value: 0, label: 'no' },
      { value: 1, label: '1' },
      { value: 2, label: '2' },
    ] as const}
  />
  <Choose
    label="Click"
    bind:value={player.clicks}
    choices={[
      { value: 'none', label: 'nothing' },
      { value: 'beats', label: 'the beats' },
      { value: 'counts', label: 'all that is counted' },
    ] as const}
  />
  <Hint text="Plays the passage again and again: on to the next downbeat, where it ends, and round in time">
    {#snippet children({ props })}
      <span {...props}
        ><Tick bind:checked={player.isLooped}><Repeat size={14} aria-hidden="true" />round and round</Tick
        ></span
      >
    {/snippet}
  </Hint>
  <button class="button ml-auto" onclick={save} disabled={isSaving}
    ><AudioLines size={15} aria-hidden="true" />{isSaving ? 'Recording …' : 'Save as sound'}</button
  >
  {#if player.state === 'failed'}
    <span class="fault" role="alert"
      >The piano could not be loaded. Check that Key Path is running, then try again.</span
    >
  {:else if player.state === 'loading'}<span class="sr-only" role="status">Loading the piano …</span>{/if}
</div>
