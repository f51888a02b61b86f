<script lang="ts">
  import { z } from 'zod';
  import { remembered } from '../parts/remembered';
  import { COLOURS, COLOUR_NAMES } from '$lib/core/document/choices/colours.data';
  import type { Recipe } from '$lib/core/document/recipe';

  import { rungAt } from '$lib/core/limits/rungs';

  import { SETTINGS, type Setting } from '$lib/core/document/choices/settings.data';
  import { houseLeft, houseRight } from '$lib/core/textures/house';
  import {
    rightTexturesFor,
    textureLabel,
    type LeftTexture,
    type RightTexture,
  } from '$lib/core/document/choices/textures.data';
  import { COMPOUND_COUNTS, COUNTING_STYLES } from '$lib/core/document/choices/counting-styles.data';
  import { FINGERING_STYLES } from '$lib/core/document/choices/fingering-styles.data';
  import { PEDAL_POLICIES, PEDAL_POLICY_NAMES } from '$lib/core/document/choices/pedal-policies.data';
  import { PEDAL_RULES } from '$lib/core/rungs/rule-scales.data';
  import { isCompound } from '$lib/core/score/time';
  import { VOICING_STYLES } from '$lib/core/document/choices/voicing-styles.data';
  import { ALL_KEYS, keyLabel, keyName, type Key } from '$lib/core/pitch/key';
  import ChoiceWord from '../parts/choice-word.svelte';
  import { spanLabel } from '$lib/core/learner/hands';
  import { useBench } from './bench-session.svelte';

  const bench = useBench();
  const recipe = $derived(bench.work.document.recipe);
  const rules = $derived(bench.work.opening.rules);
  const time = $derived(bench.work.arrangement?.score.measures[0]?.time ?? { beats: 4, beatType: 4 });
  const house = $derived(rules.house[Math.min(recipe.rung, rules.house.length) - 1]!);

  const signs = (key: Key) => {
    const count = Math.abs(key.fifths);
    return count === 0
      ? 'no signs'
      : `${count} ${key.fifths > 0 ? 'sharp' : 'flat'}${count === 1 ? '' : 's'}`;
  };
  const settings = Object.entries(SETTINGS).map(([value, label]) => ({ value: value as Setting, label }));
  const rungs = $derived(
    rules.rungs.map(({ name }, index) => ({
      value: String(index + 1),
      label: String(index + 1),
      note: name,
    })),
  );
  const keys = $derived.by(() => {
    const { source } = bench.work;
    if (!source) return [];
    return ALL_KEYS.filter((key) => key.mode === source.key.mode).map((key) => ({
      value: keyName(key),
      label: keyLabel(key),
      note: keyName(key) === keyName(source.key) ? `${signs(key)}, as it came` : signs(key),
    }));
  });
  const lefts = $derived([
    {
      value: 'by-rung' as const,
      label: `by rung`,
      note: textureLabel(houseLeft(house, recipe.setting, time)),
    },
    ...bench.work.textureChoices.map((value) => ({ value, label: textureLabel(value) })),
  ]);
  const rights = $derived([
    { value: 'by-rung' as const, label: 'by rung', note: textureLabel(houseRight(house, recipe.setting)) },
    ...rightTexturesFor(recipe.setting === 'sing').map((value) => ({
      value,
      label: textureLabel(value),
    })),
  ]);
  const voicings = Object.entries(VOICING_STYLES).map(([value, label]) => ({
    value: value as Recipe['voicing'],
    label,
  }));
  const people = $derived([
    { value: '', label: 'anyone' },
    ...bench.work.opening.learners.map(({ id, name, rung }) => ({
      value: id,
      label: name,
      note: `rung ${rung}`,
    })),
  ]);
  const tempos = $derived.by(() => {
    const own = Math.round(bench.work.source?.tempo ?? 92);
    const played = recipe.tempo === null ? (bench.work.arrangement?.tempo ?? own) : own;
    const steps = [40, 48, 56, 60, 66, 72, 80, 88, 96, 104, 112, 120, 132, 144, 160];
    return [
      { value: '', label: `♩ = ${Math.round(played)}`, note: 'by the rung' },
      { value: 'as-source', label: `♩ = ${own}`, note: 'as it came' },
      ...[...new Set([...steps, ...(typeof recipe.tempo === 'number' ? [recipe.tempo] : [])])]
        .sort((a, b) => a - b)
        .map((tempo) => ({ value: String(tempo), label: `♩ = ${tempo}` })),
    ];
  });
  const chordLetters = [
    { value: 'as-sounding', label: 'as they sound', note: 'on paper the first rungs have plain triads' },
    { value: 'shown', label: 'as in the source' },
    { value: 'hidden', label: 'not shown' },
  ] as const;
  const values = [
    { value: 'as-written', label: 'as written' },
    { value: 'doubled', label: 'doubled' },
  ] as const;
  const colours = $derived([
    { value: 'none', label: 'no colour' },
    ...COLOUR_NAMES.map((value) => ({ value, label: COLOURS[value] })),
    { value: 'all', label: 'all colours' },
  ] as const);
  const colour = $derived(
    recipe.colours.length === 0 ? 'none' : recipe.colours.length > 1 ? 'all' : recipe.colours[0]!,
  );
  const fingers = [
    { value: 'at-shifts', label: 'at shifts' },
    { value: 'every-note', label: 'on every note' },
    { value: 'with-source', label: 'pinned and from the score' },
    { value: 'pinned', label: 'only those pinned' },
    { value: 'hidden', label: 'not shown' },
  ] as const;
  const pedals = $derived([
    {
      value: 'by-texture' as const,
      label: 'by texture',
      note: PEDAL_RULES[rungAt(rules.rungs, recipe.rung).pedal],
    },
    ...PEDAL_POLICY_NAMES.filter((value) => value !== 'as-written' || bench.work.source?.makeup.hasPedal).map(
      (value) => ({ value, label: PEDAL_POLICIES[value].label, note: PEDAL_POLICIES[value].does }),
    ),
  ]);
  const fingerStyles = Object.entries(FINGERING_STYLES).map(([value, { label }]) => ({
    value: value as Recipe['fingerStyle'],
    label,
  }));
  const counts = [
    ...Object.entries(COUNTING_STYLES).map(([value, label]) => ({
      value: value as Recipe['countStyle'] | 'hidden',
      label,
    })),
    { value: 'hidden' as const, label: 'not shown' },
  ];
  const compounds = Object.entries(COMPOUND_COUNTS).map(([value, label]) => ({
    value: value as Recipe['compoundCount'],
    label,
  }));
  const countHands = [
    { value: 'combined', label: 'hands together' },
    { value: 'each', label: 'each hand apart' },
    { value: 'right', label: 'right hand only' },
    { value: 'left', label: 'left hand only' },
  ] as const;
  const countWheres = [
    { value: 'everywhere', label: 'everywhere' },
    { value: 'first-time', label: 'where a rhythm is new' },
  ] as const;
  const countFills = [
    { value: 'needed', label: 'only what is needed' },
    { value: 'running', label: 'running on' },
  ] as const;
  const triplets = [
    { value: 'trip-let', label: '1 trip let' },
    { value: 'and-a', label: '1 & a' },
  ] as const;
  const eighths = [
    { value: 'straight', label: 'straight eighths' },
    { value: 'swung', label: 'swung eighths' },
  ] as const;
  const sourceFingers = [
    { value: 'kept', label: 'keeping the score’s' },
    { value: 'ignored', label: 'all worked out anew' },
  ] as const;
  const hasTriplets = $derived(
    bench.work.arrangement?.score.notes.some(({ tuplet }) => tuplet?.actual === 3) ?? false,
  );
  const isInCompound = $derived(
    bench.work.arrangement?.score.measures.some(({ time: own }) => isCompound(own)) ?? false,
  );
  /** Words that seldom change stand in the sentence once they say something unusual, or when all are asked for. */
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
  const SENTENCE = remembered('sentence', z.enum(['few', 'all']), 'few');
  let showsAll = $state(SENTENCE.read() === 'all');
  const says = (word: keyof typeof USUAL) => showsAll || recipe[word] !== USUAL[word];

  function toggleAll() {
    showsAll = !showsAll;
    SENTENCE.write(showsAll ? 'all' : 'few');
  }

  const hand = $derived(
    bench.work.learner
      ? `hand: ${spanLabel(Math.min(bench.work.learner.size.left.comfortable, bench.work.learner.size.right.comfortable))}`
      : 'an average hand',
  );
</script>

<p class="flex flex-wrap items-center gap-x-1 gap-y-1 leading-7" aria-label="How this arrangement is made">
  <ChoiceWord
    name="Setting"
    value={recipe.setting}
    choices={settings}
    onchoose={(setting) => bench.work.choose({ setting, rightTexture: 'by-rung' })}
  />
  for
  <ChoiceWord
    name="Learner"
    value={recipe.learnerId ?? ''}
    choices={people}
    onchoose={(id) => bench.chooseLearner(id)}
  />
  <span class="text-quiet">({hand})</span>
  at rung
  <ChoiceWord
    name="Rung"
    value={String(recipe.rung)}
    choices={rungs}
    onchoose={(rung) => bench.work.choose({ rung: Number(rung) })}
  />
  in
  {#if bench.work.source}
    <ChoiceWord
      name="Key"
      value={recipe.key ?? keyName(bench.work.source.key)}
      choices={keys}
      onchoose={(key) => bench.work.choose({ key, octave: 0 })}
    />
  {:else}…{/if}
  , left hand
  <ChoiceWord
    name="Left hand"
    value={recipe.leftTexture}
    choices={lefts}
    onchoose={(leftTexture: LeftTexture | 'by-rung') => bench.work.choose({ leftTexture })}
  />
  , right hand
  <ChoiceWord
    name="Right hand"
    value={recipe.rightTexture}
    choices={rights}
    onchoose={(rightTexture: RightTexture | 'by-rung') => bench.work.choose({ rightTexture })}
  />
  {#if says('voicing')}, chords in
    <ChoiceWord
      name="Voicing"
      value={recipe.voicing}
      choices={voicings}
      onchoose={(voicing) => bench.work.choose({ voicing })}
    />{/if}
  {#if says('noteValues')}· values
    <ChoiceWord
      name="Note values"
      value={recipe.noteValues}
      choices={values}
      onchoose={(noteValues: Recipe['noteValues']) => bench.work.choose({ noteValues })}
    />{/if}
  ·
  <ChoiceWord
    name="Tempo"
    value={recipe.tempo === null ? '' : String(recipe.tempo)}
    choices={tempos}
    onchoose={(tempo) =>
      bench.work.choose({ tempo: tempo === '' ? null : tempo === 'as-source' ? tempo : Number(tempo) })}
  />
  {#if bench.work.opening.recordingUrl}
    <button
      class="button-word"
      aria-pressed={recipe.key === null && recipe.tempo === 'as-source'}
      onclick={() => bench.work.choose({ key: null, octave: 0, tempo: 'as-source' })}>as recorded</button
    >
    <a href={bench.work.opening.recordingUrl} target="_blank" rel="noopener noreferrer">hear the recording</a>
  {/if}
  {#if showsAll || colour !== 'none'}·
    <ChoiceWord
      name="Colour"
      value={colour}
      choices={colours}
      onchoose={(chosen) =>
        bench.work.choose({
          colours: chosen === 'none' ? [] : chosen === 'all' ? [...COLOUR_NAMES] : [chosen],
        })}
    />{/if}
  · fingers
  <ChoiceWord
    name="Fingers"
    value={recipe.fingers}
    choices={fingers}
    onchoose={(value: Recipe['fingers']) => bench.work.choose({ fingers: value })}
  />
  {#if says('fingerStyle') && (recipe.fingers === 'at-shifts' || recipe.fingers === 'every-note')}
    <ChoiceWord
      name="Fingering style"
      value={recipe.fingerStyle}
      choices={fingerStyles}
      onchoose={(fingerStyle) => bench.work.choose({ fingerStyle })}
    />
  {/if}
  {#if says('sourceFingers') && bench.work.source?.makeup.hasFingers && recipe.fingers !== 'hidden' && recipe.fingers !== 'pinned'}
    <ChoiceWord
      name="Fingers of the score"
      value={recipe.sourceFingers}
      choices={sourceFingers}
      onchoose={(value: Recipe['sourceFingers']) => bench.work.choose({ sourceFingers: value })}
    />
  {/if}
  · counts
  <ChoiceWord
    name="Counts"
    value={recipe.counts === 'hidden' ? 'hidden' : recipe.countStyle}
    choices={counts}
    onchoose={(value) =>
      bench.work.choose(value === 'hidden' ? { counts: 'hidden' } : { counts: 'shown', countStyle: value })}
  />
  {#if isInCompound && recipe.counts === 'shown' && recipe.countStyle === 'numbers'}
    <ChoiceWord
      name="Compound beats"
      value={recipe.compoundCount}
      choices={compounds}
      onchoose={(compoundCount) => bench.work.choose({ compoundCount })}
    />
  {/if}
  {#if recipe.counts === 'shown'}
    {#if says('countHands')}
      <ChoiceWord
        name="Which hand is counted"
        value={recipe.countHands}
        choices={countHands}
        onchoose={(value: Recipe['countHands']) => bench.work.choose({ countHands: value })}
      />{/if}
    {#if says('countWhere')}
      <ChoiceWord
        name="Where counts stand"
        value={recipe.countWhere}
        choices={countWheres}
        onchoose={(value: Recipe['countWhere']) => bench.work.choose({ countWhere: value })}
      />{/if}
    {#if says('countFill')}
      <ChoiceWord
        name="Syllables"
        value={recipe.countFill}
        choices={countFills}
        onchoose={(value: Recipe['countFill']) => bench.work.choose({ countFill: value })}
      />{/if}
    {#if says('tripletCount') && hasTriplets && recipe.countStyle === 'numbers'}
      <ChoiceWord
        name="Triplets"
        value={recipe.tripletCount}
        choices={triplets}
        onchoose={(value: Recipe['tripletCount']) => bench.work.choose({ tripletCount: value })}
      />
    {/if}
    {#if says('eighths') && !isInCompound}
      <ChoiceWord
        name="Eighths"
        value={recipe.eighths}
        choices={eighths}
        onchoose={(value: Recipe['eighths']) => bench.work.choose({ eighths: value })}
      />
    {/if}
  {/if}
  · pedal
  <ChoiceWord
    name="Pedal"
    value={recipe.pedal}
    choices={pedals}
    onchoose={(pedal: Recipe['pedal']) => bench.work.choose({ pedal })}
  />
  {#if bench.work.learner && bench.work.learner.pedal !== 'yes'}<span class="text-quiet"
      >(the learner {bench.work.learner.pedal === 'none' ? 'has none' : 'does not reach it'})</span
    >{/if}
  {#if says('chordSymbols')}· chord letters
    <ChoiceWord
      name="Chord letters"
      value={recipe.chordSymbols}
      choices={chordLetters}
      onchoose={(value: Recipe['chordSymbols']) => bench.work.choose({ chordSymbols: value })}
    />{/if}
  <button class="link text-sm" aria-expanded={showsAll} onclick={toggleAll}
    >{showsAll ? 'fewer words' : 'all words'}</button
  >
</p>
