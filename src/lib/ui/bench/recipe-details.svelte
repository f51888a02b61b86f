<script lang="ts">
  import { COLOURS, COLOUR_NAMES } from '$lib/core/document/choices/colours.data';
  import type { Recipe } from '$lib/core/document/recipe';
  import { isCompound } from '$lib/core/score/time';
  import ChoiceWord from '../parts/choice-word.svelte';
  import { useBench } from './bench-session.svelte';
  import * as choices from './recipe-choices.data';

  /** Words that seldom change: all of them, or those that say something unusual. */
  const { showsAll }: { showsAll: boolean } = $props();
  const bench = useBench();
  const recipe = $derived(bench.work.document.recipe);

  const USUAL = {
    voicing: 'nearest',
    noteValues: 'as-written',
    fingerStyle: 'smooth',
    sourceFingers: 'kept',
    countHands: 'combined',
    countWhere: 'everywhere',
    countFill: 'needed',
    tripletCount: 'trip-let',
    eighths: 'straight',
    chordSymbols: 'as-sounding',
  } as const satisfies Partial<Recipe>;
  const says = (word: keyof typeof USUAL) => showsAll || recipe[word] !== USUAL[word];

  const colours = [
    { value: 'none', label: 'no colour' },
    ...COLOUR_NAMES.map((value) => ({ value, label: COLOURS[value] })),
    { value: 'all', label: 'all colours' },
  ] as const;
  const colour = $derived(
    recipe.colours.length === 0 ? 'none' : recipe.colours.length > 1 ? 'all' : recipe.colours[0]!,
  );
  const hasTriplets = $derived(
    bench.work.arrangement?.score.notes.some(({ tuplet }) => tuplet?.actual === 3) ?? false,
  );
  const isInCompound = $derived(
    bench.work.arrangement?.score.measures.some(({ time }) => isCompound(time)) ?? false,
  );
  const isFingered = $derived(recipe.fingers === 'at-shifts' || recipe.fingers === 'every-note');
  const hasSourceFingers = $derived(
    bench.work.source?.makeup.hasFingers && recipe.fingers !== 'hidden' && recipe.fingers !== 'pinned',
  );
  const isCounted = $derived(recipe.counts === 'shown');
  const inNumbers = $derived(isCounted && recipe.countStyle === 'numbers');

  const shows = $derived({
    voicing: says('voicing'),
    noteValues: says('noteValues'),
    colour: showsAll || colour !== 'none',
    chordSymbols: says('chordSymbols'),
    fingerStyle: isFingered && says('fingerStyle'),
    sourceFingers: hasSourceFingers && says('sourceFingers'),
    compoundCount: inNumbers && isInCompound,
    countHands: isCounted && says('countHands'),
    countWhere: isCounted && says('countWhere'),
    countFill: isCounted && says('countFill'),
    tripletCount: inNumbers && hasTriplets && says('tripletCount'),
    eighths: isCounted && !isInCompound && says('eighths'),
  });
  const groups = $derived({
    notes: shows.voicing || shows.noteValues || shows.colour || shows.chordSymbols,
    fingers: shows.fingerStyle || shows.sourceFingers,
    counts:
      shows.compoundCount ||
      shows.countHands ||
      shows.countWhere ||
      shows.countFill ||
      shows.tripletCount ||
      shows.eighths,
  });
</script>

{#if groups.notes || groups.fingers || groups.counts}
  <div class="flex flex-wrap gap-x-6 gap-y-1 pt-0.5 leading-7">
    {#if groups.notes}
      <div class="flex flex-wrap items-center gap-x-2" role="group" aria-label="More about the notes">
        <span class="text-sm text-quiet">Notes</span>
        {#if shows.voicing}<ChoiceWord
            before="chords in"
            name="Voicing"
            value={recipe.voicing}
            choices={choices.VOICING_CHOICES}
            onchoose={(voicing) => bench.work.choose({ voicing })}
          />{/if}
        {#if shows.noteValues}<ChoiceWord
            before="values"
            name="Note values"
            value={recipe.noteValues}
            choices={choices.NOTE_VALUE_CHOICES}
            onchoose={(noteValues: Recipe['noteValues']) => bench.work.choose({ noteValues })}
          />{/if}
        {#if shows.colour}<ChoiceWord
            name="Colour"
            value={colour}
            choices={colours}
            onchoose={(chosen) =>
              bench.work.choose({
                colours: chosen === 'none' ? [] : chosen === 'all' ? [...COLOUR_NAMES] : [chosen],
              })}
          />{/if}
        {#if shows.chordSymbols}<ChoiceWord
            before="chord letters"
            name="Chord letters"
            value={recipe.chordSymbols}
            choices={choices.CHORD_LETTER_CHOICES}
            onchoose={(value: Recipe['chordSymbols']) => bench.work.choose({ chordSymbols: value })}
          />{/if}
      </div>
    {/if}
    {#if groups.fingers}
      <div class="flex flex-wrap items-center gap-x-2" role="group" aria-label="More about the fingers">
        <span class="text-sm text-quiet">Fingers</span>
        {#if shows.fingerStyle}<ChoiceWord
            name="Fingering style"
            value={recipe.fingerStyle}
            choices={choices.FINGER_STYLE_CHOICES}
            onchoose={(fingerStyle) => bench.work.choose({ fingerStyle })}
          />{/if}
        {#if shows.sourceFingers}<ChoiceWord
            name="Fingers of the score"
            value={recipe.sourceFingers}
            choices={choices.SOURCE_FINGER_CHOICES}
            onchoose={(value: Recipe['sourceFingers']) => bench.work.choose({ sourceFingers: value })}
          />{/if}
      </div>
    {/if}
    {#if groups.counts}
      <div class="flex flex-wrap items-center gap-x-2" role="group" aria-label="More about the counts">
        <span class="text-sm text-quiet">Counts</span>
        {#if shows.compoundCount}<ChoiceWord
            name="Compound beats"
            value={recipe.compoundCount}
            choices={choices.COMPOUND_CHOICES}
            onchoose={(compoundCount) => bench.work.choose({ compoundCount })}
          />{/if}
        {#if shows.countHands}<ChoiceWord
            name="Which hand is counted"
            value={recipe.countHands}
            choices={choices.COUNT_HAND_CHOICES}
            onchoose={(value: Recipe['countHands']) => bench.work.choose({ countHands: value })}
          />{/if}
        {#if shows.countWhere}<ChoiceWord
            name="Where counts stand"
            value={recipe.countWhere}
            choices={choices.COUNT_WHERE_CHOICES}
            onchoose={(value: Recipe['countWhere']) => bench.work.choose({ countWhere: value })}
          />{/if}
        {#if shows.countFill}<ChoiceWord
            before="syllables"
            name="Syllables"
            value={recipe.countFill}
            choices={choices.COUNT_FILL_CHOICES}
            onchoose={(value: Recipe['countFill']) => bench.work.choose({ countFill: value })}
          />{/if}
        {#if shows.tripletCount}<ChoiceWord
            before="triplets"
            name="Triplets"
            value={recipe.tripletCount}
            choices={choices.TRIPLET_CHOICES}
            onchoose={(value: Recipe['tripletCount']) => bench.work.choose({ tripletCount: value })}
          />{/if}
        {#if shows.eighths}<ChoiceWord
            name="Eighths"
            value={recipe.eighths}
            choices={choices.EIGHTH_CHOICES}
            onchoose={(value: Recipe['eighths']) => bench.work.choose({ eighths: value })}
          />{/if}
      </div>
    {/if}
  </div>
{/if}
