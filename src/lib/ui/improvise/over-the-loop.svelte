<script lang="ts">
  import { countScore, DEFAULT_COUNT_OPTIONS } from '$lib/core/counting/count';
  import { chordLabel, type NamedChord } from '$lib/core/pitch/chord';
  import { buildTimeline } from '$lib/core/playback/timeline';
  import type { ChordSymbol, Score } from '$lib/core/score/model';
  import type { Player } from '../playback/player.svelte';
  import PlayFreely from './play-freely.svelte';

  interface Props {
    score: Score;
    /** Measures by index, both ends included. */
    span: { readonly from: number; readonly to: number };
    player: Player;
    /** Percent of the written tempo; slower than the piece is played. */
    tempoPercent?: number;
  }

  const { score, span, player, tempoPercent = 80 }: Props = $props();

  type Named = ChordSymbol & { readonly chord: NamedChord };
  const chords = $derived(
    score.chords.filter(
      (symbol): symbol is Named =>
        symbol.measure >= span.from && symbol.measure <= span.to && symbol.chord.kind !== 'none',
    ),
  );
  const onsets = $derived(new Map(score.notes.map((note) => [note.id as string, note.at as number])));
  /** The chord that sounds, while the loop goes round. */
  const sounding = $derived.by(() => {
    const at = [...player.sounding].reduce((last, id) => Math.max(last, onsets.get(id) ?? -1), -1);
    return at < 0 ? -1 : chords.findLastIndex((symbol) => symbol.at <= at);
  });
  let chosen = $state(0);
  let follows = $state(true);
  $effect(() => {
    if (follows && sounding >= 0) chosen = sounding;
  });
  const now = $derived(chords[Math.min(chosen, chords.length - 1)]);
  const isLooping = $derived(player.state === 'playing' || player.state === 'loading');

  function loop() {
    if (isLooping) return player.stop();
    follows = true;
    const counts = countScore(score, DEFAULT_COUNT_OPTIONS);
    const options = {
      ...{ hands: 'left' as const, tempoPercent, from: span.from, to: span.to, isLooped: true },
      ...{ countInMeasures: 1 as const, clicks: 'none' as const },
    };
    void player.play(() => Promise.resolve(buildTimeline(score, counts, options)), true);
  }

  function choose(index: number) {
    follows = false;
    chosen = index;
  }
</script>

<section class="grid gap-2" aria-label="Play freely over the left hand">
  {#if now}
    <div class="flex flex-wrap items-center gap-2">
      <button class="button min-h-11" aria-pressed={isLooping} onclick={loop}
        >{isLooping ? 'Stop the left hand' : 'Left hand, round and round'}</button
      >
      <span class="flex flex-wrap gap-1" role="group" aria-label="Chords">
        {#each chords as symbol, index (symbol.id)}
          <button
            class="tool min-h-9 {index === chosen ? 'is-on' : ''}"
            aria-pressed={index === chosen}
            onclick={() => choose(index)}>{chordLabel(symbol.chord)}</button
          >
        {/each}
      </span>
    </div>
    <PlayFreely chord={now.chord} key={score.measures[now.measure]!.key} {player} />
  {:else}
    <p class="notice">There are no chords here to play over.</p>
  {/if}
</section>
