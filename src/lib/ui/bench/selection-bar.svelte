<script lang="ts">
  import { textureLabel, type LeftTexture } from '$lib/core/arrange/textures.data';
  import { pitchName } from '$lib/core/pitch/pitch';
  import ChoiceWord from '../parts/choice-word.svelte';
  import { useBench } from './bench-session.svelte';

  const bench = useBench();
  const measures = $derived(bench.arrangement?.score.measures ?? []);
  const label = (index: number) => measures[index]?.number || String(index + 1);
  const pinned = $derived(bench.noteId ? (bench.pinnedFingers.get(bench.noteId) ?? null) : null);
  const reasons = $derived(
    bench.range
      ? (bench.arrangement?.reasons.filter((reason) => reason.measure === bench.range!.from) ?? [])
      : [],
  );
  const snags = $derived(
    bench.range
      ? (bench.arrangement?.snags.filter(
          (snag) => snag.measure >= bench.range!.from && snag.measure <= bench.range!.to,
        ) ?? [])
      : [],
  );
  const hasPainted = $derived(
    bench.range !== null &&
      [...bench.paintedMeasures].some(
        (measure) => measure >= bench.range!.from && measure <= bench.range!.to,
      ),
  );
  const pitch = $derived(bench.note ? pitchName(bench.note.pitch).replace('b', '♭').replace('#', '♯') : '');
</script>

<section
  aria-label="Selection"
  class="screen-only flex min-h-14 shrink-0 flex-wrap items-center gap-x-5 gap-y-1 border-t border-line bg-paper px-4 py-1.5"
>
  {#if bench.note}
    <p>
      <strong>{pitch}</strong>, {bench.note.staff === 0 ? 'right' : 'left'} hand, measure {label(
        bench.note.measure,
      )}
    </p>
    <div class="flex items-center gap-1" role="group" aria-label="Finger">
      <span class="mr-1">Finger</span>
      {#each [1, 2, 3, 4, 5] as finger (finger)}
        <button
          class="button min-w-9 justify-center"
          class:button-main={pinned === finger}
          aria-pressed={pinned === finger}
          onclick={() => bench.pinFinger(finger)}>{finger}</button
        >
      {/each}
      <button class="button" disabled={pinned === null} onclick={() => bench.unpinFinger()}>Unpin</button>
    </div>
  {:else if bench.range}
    <p class="font-semibold">
      {bench.range.from === bench.range.to
        ? `Measure ${label(bench.range.from)}`
        : `Measures ${label(bench.range.from)}–${label(bench.range.to)}`}
    </p>
  {:else}
    <p class="text-quiet">
      Select a note to give it a finger, or drag over measures to give them a left hand of their own.
    </p>
  {/if}
  {#if bench.range}
    <div
      class="flex flex-wrap items-center gap-1"
      role="group"
      aria-label="Left hand of the selected measures"
    >
      <span>Left hand here</span>
      {#if bench.arrangement}
        <ChoiceWord
          name="Left hand of these measures"
          value={bench.arrangement.textures[bench.range.from]!}
          choices={bench.textureChoices.map((value) => ({ value, label: textureLabel(value) }))}
          onchoose={(texture: LeftTexture) => bench.paintTexture(texture)}
        />
      {/if}
      <button class="button" disabled={!hasPainted} onclick={() => bench.paintTexture(null)}
        >As the piece</button
      >
    </div>
    {#if reasons.length > 0 || snags.length > 0}
      <p class="basis-full text-sm text-quiet">
        {#if snags.length > 0}<strong class="text-rust">{snags.map((snag) => snag.sentence).join(' ')}</strong
          >{/if}
        {reasons.map((reason) => reason.sentence).join(' ')}
      </p>
    {/if}
  {/if}
</section>
