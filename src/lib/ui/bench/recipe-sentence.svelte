<script lang="ts">
  import type { Recipe } from '$lib/core/arrange/document';
  import { textureLabel, type LeftTexture } from '$lib/core/arrange/textures.data';
  import { ALL_KEYS, keyLabel, keyName, type Key } from '$lib/core/pitch/key';
  import ChoiceWord from '../parts/choice-word.svelte';
  import { useBench } from './bench-session.svelte';

  const { learners }: { learners: readonly { readonly id: string; readonly name: string }[] } = $props();
  const bench = useBench();
  const recipe = $derived(bench.document.recipe);

  const signs = (key: Key) => {
    const count = Math.abs(key.fifths);
    return count === 0
      ? 'no signs'
      : `${count} ${key.fifths > 0 ? 'sharp' : 'flat'}${count === 1 ? '' : 's'}`;
  };
  const keys = $derived.by(() => {
    const { source } = bench;
    if (!source) return [];
    return ALL_KEYS.filter((key) => key.mode === source.key.mode).map((key) => ({
      value: keyName(key),
      label: keyLabel(key),
      note: keyName(key) === keyName(source.key) ? `${signs(key)}, as it came` : signs(key),
    }));
  });
  const textures = $derived(bench.textureChoices.map((value) => ({ value, label: textureLabel(value) })));
  const people = $derived([
    { value: '', label: 'nobody yet' },
    ...learners.map(({ id, name }) => ({ value: id, label: name })),
  ]);
  const fingers = [
    { value: 'with-source', label: 'pinned and from the score' },
    { value: 'pinned', label: 'only those pinned' },
    { value: 'hidden', label: 'not shown' },
  ] as const;
  const shown = [
    { value: 'shown', label: 'shown' },
    { value: 'hidden', label: 'not shown' },
  ] as const;
  const counts = [
    { value: 'shown', label: '1 & 2 &' },
    { value: 'hidden', label: 'not shown' },
  ] as const;
</script>

<p class="flex flex-wrap items-center gap-x-1 gap-y-1.5 leading-7" aria-label="How this arrangement is made">
  For
  <ChoiceWord
    name="Learner"
    value={recipe.learnerId ?? ''}
    choices={people}
    onchoose={(id) => bench.choose({ learnerId: id || null })}
  />
  in
  {#if bench.source}
    <ChoiceWord
      name="Key"
      value={recipe.key ?? keyName(bench.source.key)}
      choices={keys}
      onchoose={(key) => bench.choose({ key })}
    />
  {:else}…{/if}
  with the left hand
  <ChoiceWord
    name="Left hand"
    value={recipe.leftTexture}
    choices={textures}
    onchoose={(leftTexture: LeftTexture) => bench.choose({ leftTexture })}
  />
  · fingers
  <ChoiceWord
    name="Fingers"
    value={recipe.fingers}
    choices={fingers}
    onchoose={(value: Recipe['fingers']) => bench.choose({ fingers: value })}
  />
  · counts
  <ChoiceWord
    name="Counts"
    value={recipe.counts}
    choices={counts}
    onchoose={(value: Recipe['counts']) => bench.choose({ counts: value })}
  />
  · chord letters
  <ChoiceWord
    name="Chord letters"
    value={recipe.chordSymbols}
    choices={shown}
    onchoose={(value: Recipe['chordSymbols']) => bench.choose({ chordSymbols: value })}
  />
</p>
