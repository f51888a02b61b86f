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
    bench.work.source?.makeup.hasFingers === true &&
      recipe.fingers !== 'hidden' &&
      recipe.fingers !== 'pinned',
  );
  const isCounted = $derived(recipe.counts === 'shown');
  const inNumbers = $derived(isCounted && recipe.countStyle === 'numbers');

  type Counting = 'compoundCount' | 'countHands' | 'countWhere' | 'countFill' | 'tripletCount' | 'eighths';
  type Field = keyof typeof USUAL | Counting | 'colours';

  interface Word {
    readonly field: Field;
    readonly name: string;
    readonly before?: string;
    readonly choices: readonly { readonly value: string; readonly label: string; readonly note?: string }[];
    readonly isShown: boolean;
  }

  const groups = $derived<readonly { label: string; about: string; words: readonly Word[] }[]>([
    {
      label: 'Notes',
      about: 'More about the notes',
      words: [
        {
          ...{ field: 'voicing', name: 'Voicing', before: 'chords in', choices: choices.VOICING_CHOICES },
          isShown: says('voicing'),
        },
        {
          ...{
            field: 'noteValues',
            name: 'Note values',
            before: 'values',
            choices: choices.NOTE_VALUE_CHOICES,
          },
          isShown: says('noteValues'),
        },
        {
          ...{ field: 'colours', name: 'Colour', choices: colours },
          isShown: showsAll || recipe.colours.length > 0,
        },
        {
          ...{ field: 'chordSymbols', name: 'Chord letters', before: 'chord letters' },
          choices: choices.CHORD_LETTER_CHOICES,
          isShown: says('chordSymbols'),
        },
      ],
    },
    {
      label: 'Fingers',
      about: 'More about the fingers',
      words: [
        {
          ...{ field: 'fingerStyle', name: 'Fingering style', choices: choices.FINGER_STYLE_CHOICES },
          isShown: isFingered && says('fingerStyle'),
        },
        {
          ...{ field: 'sourceFingers', name: 'Fingers of the score', choices: choices.SOURCE_FINGER_CHOICES },
          isShown: hasSourceFingers && says('sourceFingers'),
        },
      ],
    },
    {
      label: 'Counts',
      about: 'More about the counts',
      words: [
        {
          ...{ field: 'compoundCount', name: 'Compound beats', choices: choices.COMPOUND_CHOICES },
          isShown: inNumbers && isInCompound,
        },
        {
          ...{ field: 'countHands', name: 'Which hand is counted', choices: choices.COUNT_HAND_CHOICES },
          isShown: isCounted && says('countHands'),
        },
        {
          ...{ field: 'countWhere', name: 'Where counts stand', choices: choices.COUNT_WHERE_CHOICES },
          isShown: isCounted && says('countWhere'),
        },
        {
          ...{
            field: 'countFill',
            name: 'Syllables',
            before: 'syllables',
            choices: choices.COUNT_FILL_CHOICES,
          },
          isShown: isCounted && says('countFill'),
        },
        {
          ...{
            field: 'tripletCount',
            name: 'Triplets',
            before: 'triplets',
            choices: choices.TRIPLET_CHOICES,
          },
          isShown: inNumbers && hasTriplets && says('tripletCount'),
        },
        {
          ...{ field: 'eighths', name: 'Eighths', choices: choices.EIGHTH_CHOICES },
          isShown: isCounted && !isInCompound && says('eighths'),
        },
      ],
    },
  ]);
  const shownGroups = $derived(
    groups
      .map((group) => ({ ...group, words: group.words.filter(({ isShown }) => isShown) }))
      .filter(({ words }) => words.length > 0),
  );

  const valueOf = (field: Field) => (field === 'colours' ? colour : recipe[field]);

  // Every choice of a word is a value of its field of the recipe; colours are several in one word.
  function choose(field: Field, value: string) {
    const chosen =
      field !== 'colours' ? value : value === 'none' ? [] : value === 'all' ? [...COLOUR_NAMES] : [value];
    bench.work.choose({ [field]: chosen } as Partial<Recipe>);
  }
</script>

{#if shownGroups.length > 0}
  <div class="flex flex-wrap gap-x-6 gap-y-1 pt-0.5 leading-7">
    {#each shownGroups as { label, about, words } (label)}
      <div class="flex flex-wrap items-center gap-x-2" role="group" aria-label={about}>
        <span class="text-sm text-quiet">{label}</span>
        {#each words as { field, name, before = '', choices } (field)}
          <ChoiceWord
            {before}
            {name}
            {choices}
            value={valueOf(field)}
            onchoose={(value: string) => choose(field, value)}
          />
        {/each}
      </div>
    {/each}
  </div>
{/if}
