<script lang="ts">
  import type { EngravedSystem, EngraveOptions, MeasureBox, SystemPlan } from '$lib/core/engrave/line';
  import type { Engraver } from '../workers/engraver';
  import { ElementMarker } from './element-marker';
  import MusicLine from './music-line.svelte';
  import { nearestNote } from './nearest-note';

  interface Props {
    engraver: Engraver;
    systems: readonly SystemPlan[];
    options: EngraveOptions;
    range: { readonly from: number; readonly to: number } | null;
    selected: ReadonlySet<string>;
    sounding: ReadonlySet<string>;
    /** Ids of notes to be looked at, such as misspelled ones. */
    questioned?: ReadonlySet<string>;
    onnote: (id: string) => void;
    onchord: (id: string) => void;
    onmeasures: (from: number, to: number) => void;
  }

  const {
    engraver,
    systems,
    options,
    range,
    selected,
    sounding,
    questioned = new Set<string>(),
    onnote,
    onchord,
    onmeasures,
  }: Props = $props();

  let host: HTMLDivElement;
  let inked = $state(0);
  let boxes = $state.raw<ReadonlyMap<number, { width: number; measures: readonly MeasureBox[] }>>(new Map());
  let anchor: number | null = null;

  function takeInk(from: number, system: EngravedSystem) {
    boxes = new Map(boxes).set(from, { width: system.width, measures: system.measures });
    inked += 1;
  }

  const selection = new ElementMarker('is-selected');
  const playing = new ElementMarker('is-sounding');
  const questions = new ElementMarker('is-questioned');
  $effect(() => {
    void inked;
    selection.mark(selected);
  });
  $effect(() => {
    void inked;
    playing.mark(sounding);
  });
  $effect(() => {
    void inked;
    questions.mark(questioned);
  });
  $effect(() => {
    const [first] = sounding;
    if (first) document.getElementById(first)?.closest('[data-system]')?.scrollIntoView({ block: 'nearest' });
  });

  function measureUnder(event: PointerEvent): number | null {
    const line = document
      .elementFromPoint(event.clientX, event.clientY)
      ?.closest<HTMLElement>('[data-system]');
    const found = line && boxes.get(Number(line.dataset['system']));
    if (!line || !found) return null;
    const bounds = line.getBoundingClientRect();
    const at = ((event.clientX - bounds.left) / bounds.width) * found.width;
    return found.measures.find((box) => at >= box.left && at < box.right)?.index ?? null;
  }

  function press(event: PointerEvent) {
    if (event.button !== 0) return;
    const symbol = (event.target as Element).closest('.harm[id^="h"]');
    const measure = measureUnder(event);
    if (symbol) onchord(symbol.id);
    else if (event.shiftKey && measure !== null && range)
      onmeasures(Math.min(range.from, measure), Math.max(range.to, measure));
    else {
      const note = nearestNote(host, event);
      if (note) onnote(note);
      else if (measure !== null) onmeasures(measure, measure);
    }
    anchor = measure;
  }

  function drag(event: PointerEvent) {
    if (anchor === null || event.buttons === 0) return;
    const measure = measureUnder(event);
    if (measure !== null && measure !== anchor)
      onmeasures(Math.min(anchor, measure), Math.max(anchor, measure));
  }

  const percent = (value: number, width: number) => `${(100 * value) / width}%`;
</script>

<!-- The keyboard reaches notes and measures through the page's own keys; pointing is an addition to them. -->
<div
  bind:this={host}
  class="select-none"
  role="group"
  aria-label="Engraved music"
  onpointerdown={press}
  onpointermove={drag}
  onpointerup={() => (anchor = null)}
>
  {#each systems as plan (plan.range.from)}
    {@const found = boxes.get(plan.range.from)}
    <div class="score-line relative mb-2 touch-pan-y" data-system={plan.range.from}>
      {#if found && range}
        {#each found.measures.filter((box) => box.index >= range.from && box.index <= range.to) as box (box.index)}
          <div
            class="pointer-events-none absolute inset-y-0 bg-sea-wash"
            style:left={percent(box.left, found.width)}
            style:width={percent(box.right - box.left, found.width)}
          ></div>
        {/each}
      {/if}
      <div class="relative">
        <MusicLine {engraver} {plan} {options} oninked={(system) => takeInk(plan.range.from, system)} />
      </div>
    </div>
  {/each}
</div>

<style>
  /* Lines out of sight are neither laid out nor painted, which keeps long pieces quick. */
  .score-line {
    content-visibility: auto;
    contain-intrinsic-size: auto 9rem;
  }
</style>
