<script lang="ts">
  import { z } from 'zod';
  import { remembered } from '../parts/remembered';
  import type { Recipe } from '$lib/core/document/recipe';

  import { rungAt } from '$lib/core/limits/rungs';

  import { houseLeft, houseRight } from '$lib/core/textures/house';
  import {
    rightTexturesFor,
    textureLabel,
    type LeftTexture,
    type RightTexture,
  } from '$lib/core/document/choices/textures.data';
  import { PEDAL_POLICIES, PEDAL_POLICY_NAMES } from '$lib/core/document/choices/pedal-policies.data';
  import { PEDAL_RULES } from '$lib/core/rungs/rule-scales.data';
  import { ALL_KEYS, keyLabel, keyName, type Key } from '$lib/core/pitch/key';
  import ChoiceWord from '../parts/choice-word.svelte';
  import { spanLabel } from '$lib/core/learner/hands';
  import { useBench } from './bench-session.svelte';
  import { COUNT_CHOICES, FINGER_CHOICES, SETTING_CHOICES } from './recipe-choices.data';
  import { leftChoices, rightChoices } from './texture-choices';
  import RecipeDetails from './recipe-details.svelte';

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
    ...leftChoices(bench.work.textureChoices, bench.work.rung, bench.work.leftReach),
  ]);
  const rights = $derived([
    { value: 'by-rung' as const, label: 'by rung', note: textureLabel(houseRight(house, recipe.setting)) },
    ...rightChoices(rightTexturesFor(recipe.setting === 'sing'), bench.work.rung),
  ]);
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
  const SENTENCE = remembered('sentence', z.enum(['few', 'all']), 'few');
  let showsAll = $state(SENTENCE.read() === 'all');
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

<p class="flex flex-wrap items-center gap-x-1.5 leading-7" aria-label="How this arrangement is made">
  <ChoiceWord
    name="Setting"
    value={recipe.setting}
    choices={SETTING_CHOICES}
    onchoose={(setting) => bench.work.choose({ setting, rightTexture: 'by-rung' })}
  />
  <ChoiceWord
    before="for"
    name="Learner"
    value={recipe.learnerId ?? ''}
    choices={people}
    onchoose={(id) => bench.chooseLearner(id)}
  />
  <span class="text-quiet">({hand})</span>
  <ChoiceWord
    before="at rung"
    name="Rung"
    value={String(recipe.rung)}
    choices={rungs}
    onchoose={(rung) => bench.work.choose({ rung: Number(rung) })}
  />
  {#if bench.work.source}
    <ChoiceWord
      before="in"
      after=","
      name="Key"
      value={recipe.key ?? keyName(bench.work.source.key)}
      choices={keys}
      onchoose={(key) => bench.work.choose({ key, octave: 0 })}
    />
  {:else}in …,{/if}
  <ChoiceWord
    before="left hand"
    after=","
    name="Left hand"
    value={recipe.leftTexture}
    choices={lefts}
    onchoose={(leftTexture: LeftTexture | 'by-rung') => bench.work.choose({ leftTexture })}
  />
  <ChoiceWord
    before="right hand"
    after=","
    name="Right hand"
    value={recipe.rightTexture}
    choices={rights}
    onchoose={(rightTexture: RightTexture | 'by-rung') => bench.work.choose({ rightTexture })}
  />
  <ChoiceWord
    after=";"
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
  <ChoiceWord
    before="fingers"
    after=","
    name="Fingers"
    value={recipe.fingers}
    choices={FINGER_CHOICES}
    onchoose={(value: Recipe['fingers']) => bench.work.choose({ fingers: value })}
  />
  <ChoiceWord
    before="counts"
    after=","
    name="Counts"
    value={recipe.counts === 'hidden' ? 'hidden' : recipe.countStyle}
    choices={COUNT_CHOICES}
    onchoose={(value) =>
      bench.work.choose(value === 'hidden' ? { counts: 'hidden' } : { counts: 'shown', countStyle: value })}
  />
  <ChoiceWord
    before="pedal"
    name="Pedal"
    value={recipe.pedal}
    choices={pedals}
    onchoose={(pedal: Recipe['pedal']) => bench.work.choose({ pedal })}
  />
  {#if bench.work.learner && bench.work.learner.pedal !== 'yes'}<span class="text-quiet"
      >(the learner {bench.work.learner.pedal === 'none' ? 'has none' : 'does not reach it'})</span
    >{/if}
  <button class="link text-sm" aria-expanded={showsAll} onclick={toggleAll}
    >{showsAll ? 'less' : 'more …'}</button
  >
</p>
<RecipeDetails {showsAll} />
