<script lang="ts">
  import { measureNumber } from '$lib/core/score/by-measure';
  import {
    rightTexturesFor,
    type LeftTexture,
    type RightTexture,
  } from '$lib/core/document/choices/textures.data';
  import {
    PEDAL_POLICIES,
    PEDAL_POLICY_NAMES,
    type PedalPolicy,
  } from '$lib/core/document/choices/pedal-policies.data';
  import { chordPin } from '$lib/core/document/pins/chord';
  import { chordLabel, readChord } from '$lib/core/pitch/chord';
  import ChoiceWord from '../parts/choice-word.svelte';
  import { useBench } from './bench-session.svelte';
  import { leftChoices, rightChoices } from './texture-choices';
  import type { MeasureRange } from './selecting';
  import Choose from '../parts/choose.svelte';
  import Tool from '../parts/tool.svelte';

  const { range }: { range: MeasureRange } = $props();
  const bench = useBench();
  const arrangement = $derived(bench.work.arrangement);
  const label = (index: number) => measureNumber(arrangement?.score.measures, index);
  const title = $derived(
    range.from === range.to
      ? `Measure ${label(range.from)}`
      : `Measures ${label(range.from)}–${label(range.to)}`,
  );
  const sources = $derived(bench.selection.selectedSources);
  const pins = $derived(sources.flatMap((measure) => bench.work.measurePins.get(measure) ?? []));
  const has = (kind: string) => pins.some((pin) => pin.kind === kind);
  const isSinging = $derived(arrangement?.settings[range.from] === 'sing');
  const lefts = $derived(leftChoices(bench.work.textureChoices, bench.work.rung, bench.work.leftReach));
  const repeats = $derived(bench.repeats);
  const chord = $derived(
    arrangement?.score.chords.findLast(
      (each) => each.at <= (arrangement.score.measures[range.from]?.start ?? 0),
    )?.chord,
  );
  let symbol = $state('');
  let fault = $state('');

  function rename(event: SubmitEvent) {
    event.preventDefault();
    const reading = readChord(symbol.trim());
    if (!reading.ok) {
      fault = reading.message;
      return;
    }
    fault = '';
    const measure = sources[0]!;
    bench.work.pin({
      put: [chordPin(measure, 0, symbol.trim())],
      remove: [],
    });
    symbol = '';
  }
</script>

<p class="min-w-24 font-semibold">{title}</p>
{#if arrangement}
  <div class="tools" role="group" aria-label="Textures of the selected measures">
    <span>Left hand</span>
    <ChoiceWord
      name="Left hand of these measures"
      value={arrangement.textures[range.from]!}
      choices={lefts}
      onconsider={(texture: LeftTexture) => bench.measures.considerTexture(texture)}
      onchoose={(texture: LeftTexture) => bench.measures.paintTexture(texture)}
    />
    <Tool disabled={!has('texture')} onpress={() => bench.measures.paintTexture(null)}>As the piece</Tool>
    <Choose
      label="Paint with"
      value={bench.selection.brush ?? ''}
      choices={[{ value: '', label: 'off' }, ...lefts]}
      onchoose={(value: LeftTexture | '') => (bench.selection.brush = value === '' ? null : value)}
    />
    <span>Right hand</span>
    <ChoiceWord
      name="Right hand of these measures"
      value={arrangement.rightTextures[range.from]!}
      choices={rightChoices(rightTexturesFor(isSinging), bench.work.rung)}
      onconsider={(texture: RightTexture) => bench.measures.considerRight(texture)}
      onchoose={(texture: RightTexture) => bench.measures.paintRight(texture)}
    />
    <Tool disabled={!has('right-texture')} onpress={() => bench.measures.paintRight(null)}>As the piece</Tool>
  </div>
  <div class="tools" role="group" aria-label="Pedal of the selected measures">
    <span>Pedal</span>
    <ChoiceWord
      name="Pedal of these measures"
      value={arrangement.pedal[range.from]!.policy}
      choices={PEDAL_POLICY_NAMES.map((value) => ({
        value,
        label: PEDAL_POLICIES[value].label,
        note: PEDAL_POLICIES[value].does,
      }))}
      onchoose={(policy: PedalPolicy) => bench.pedal.paint(sources, policy)}
    />
    <Tool disabled={!has('pedal') && !has('pedal-points')} onpress={() => bench.pedal.paint(sources, null)}
      >As the piece</Tool
    >
  </div>
  <div class="tools" role="group" aria-label="Just these measures">
    <Tool hint="just these measures plainer, key −" onpress={() => bench.measures.ease(-1)}>Easier</Tool>
    <Tool hint="just these measures richer, key +" onpress={() => bench.measures.ease(1)}>Richer</Tool>
    <Tool
      isOn={has('keep')}
      hint="every note of the tune stays, whatever the rung says, key K"
      onpress={() => bench.measures.toggleKeep()}>Keep the tune</Tool
    >
    <Tool
      isOn={has('settled')}
      hint="these measures stay as they are, whatever is chosen elsewhere, key T"
      onpress={() => bench.notes.toggleSettled()}>Settle</Tool
    >
    <Tool
      hint="choose the notes of the chords yourself, key V"
      isOn={bench.voicing.at !== null}
      onpress={() => void bench.voicing.toggle()}>Voice the chords</Tool
    >
    <Tool
      hint="why it is so, and what else it could be, key Enter"
      onpress={() => void bench.reasons.toggle()}>Why</Tool
    >
    <Tool onpress={() => bench.measures.clearPins()}>Undo all pins here</Tool>
  </div>
  {#if sources.length === 1}
    <form class="tools" onsubmit={rename}>
      <label
        >Chord <input
          class="field-inline w-20"
          placeholder={chord ? chordLabel(chord) : 'none'}
          bind:value={symbol}
          maxlength="40"
          aria-invalid={fault ? 'true' : undefined}
        /></label
      >
      <button class="tool" disabled={symbol.trim() === ''}>Rename</button>
      {#if fault}<span class="fault" role="alert">{fault}</span>{/if}
    </form>
    {#if repeats && repeats.places.length > 0}
      <div class="tools">
        <Tool hint="R" disabled={repeats.put.length === 0} onpress={() => bench.measures.fixEverywhere()}
          >{repeats.put.length === 0
            ? `Repeats in ${repeats.places.map((place) => label(arrangement.sourceMeasure.indexOf(place))).join(', ')}`
            : `The same in ${repeats.places.map((place) => label(arrangement.sourceMeasure.indexOf(place))).join(', ')}`}</Tool
        >
        {#if repeats.exceptions.length > 0}
          <span class="text-quiet"
            >measure {repeats.exceptions
              .map((place) => label(arrangement.sourceMeasure.indexOf(place)))
              .join(', ')} keeps its own</span
          >
        {/if}
      </div>
    {/if}
  {/if}
{/if}
