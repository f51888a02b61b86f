<script lang="ts">
  import { enhance } from '$app/forms';
  import { onMount } from 'svelte';
  import type { ArrangeFor } from '$lib/core/arrange/arrange-for';
  import type { ArrangementDocument } from '$lib/core/document/document';
  import { textureLabel } from '$lib/core/document/choices/textures.data';
  import type { EngravedSystem, MeasureBox, SystemPlan } from '$lib/core/engrave/line';
  import { ElementMarker } from '../engraving/element-marker';
  import MusicLine from '../engraving/music-line.svelte';
  import { useEngraver } from '../workers/workers-context.svelte';
  import { LadderSession } from './ladder-session.svelte';
  import LoadCurves from './load-curves.svelte';
  import Choose from '../parts/choose.svelte';
  import Tick from '../parts/tick.svelte';
  import Tool from '../parts/tool.svelte';

  interface Sibling {
    readonly id: string;
    readonly name: string;
    readonly rung: number;
    readonly pins: number;
  }

  interface Props {
    arrangementId: string;
    document: ArrangementDocument;
    whom: ArrangeFor;
    pieceId: string;
    sourceRevision: number;
    siblings: readonly Sibling[];
    message: string | null;
  }

  const { arrangementId, document, whom, pieceId, sourceRevision, siblings, message }: Props = $props();
  // svelte-ignore state_referenced_locally
  const session = new LadderSession(pieceId, sourceRevision, document, whom, useEngraver());
  // svelte-ignore state_referenced_locally
  let toMake = $state(Math.max(1, document.recipe.rung - 1));
  let withPins = $state(true);
  // svelte-ignore state_referenced_locally
  let copiedFrom = $state(siblings.find((each) => each.pins > 0)?.id ?? '');

  const UNIT = 9;
  const UNITS_PER_PX = 2.6;
  let widthPx = $state(0);
  let isOpen = $state(false);
  const options = $derived({ pageWidth: Math.round((widthPx * UNITS_PER_PX) / 20) * 20, unit: UNIT });
  const lineWidth = $derived(Math.round(((options.pageWidth - 90) / (UNIT * 2)) * 10));
  const rungs = $derived(session.ladder?.view.rungs ?? []);

  let boxes = $state.raw<ReadonlyMap<number, { width: number; measures: readonly MeasureBox[] }>>(new Map());
  const percent = (value: number, width: number) => `${(100 * value) / width}%`;

  onMount(() => {
    void session.open().then(() => (isOpen = true));
  });

  $effect(() => {
    if (isOpen && lineWidth > 0) void session.layOut(session.places, lineWidth);
  });

  const changed = new ElementMarker('is-changed');
  $effect(() => {
    void session.inked;
    changed.mark(session.ladder?.view.changed ?? []);
  });

  function takeInk(plan: SystemPlan, system: EngravedSystem) {
    boxes = new Map(boxes).set(plan.range.from, { width: system.width, measures: system.measures });
    session.inked += 1;
  }

  function go(measure: number) {
    const system = session.ladder?.systems.find(({ range }) => measure >= range.from && measure <= range.to);
    window.document.querySelector(`[data-band="${system?.range.from}"]`)?.scrollIntoView({ block: 'start' });
  }
</script>

<div class="px-4 py-3">
  <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
    <fieldset class="flex items-center gap-1">
      <legend class="float-left mr-2 font-semibold">Rungs shown</legend>
      {#each whom.rules.rungs as rung, index (index)}
        <Tool
          isOn={session.places.includes(index + 1)}
          hint={rung.name}
          onpress={() => session.toggle(index + 1)}>{index + 1}</Tool
        >
      {/each}
      <button class="tool ml-1" onclick={() => session.show(whom.rules.rungs.map((_, index) => index + 1))}
        >all</button
      >
    </fieldset>
    <form method="POST" action="?/make" use:enhance class="flex items-center gap-2">
      <Choose
        label="Make rung"
        name="rung"
        bind:value={toMake}
        choices={whom.rules.rungs.map(({ name }, index) => ({
          value: index + 1,
          label: `${index + 1}, ${name}`,
        }))}
      />
      <Tick name="withPins" bind:checked={withPins}>with the pins of this one</Tick>
      <button class="button button-main">Make it</button>
    </form>
    {#if siblings.some((each) => each.pins > 0)}
      <form method="POST" action="?/copyPins" use:enhance class="flex items-center gap-2">
        <Choose
          label="Copy pins from"
          name="fromId"
          bind:value={copiedFrom}
          choices={siblings
            .filter((each) => each.pins > 0)
            .map(({ id, name, pins }) => ({ value: id, label: `${name} (${pins})` }))}
        />
        <button class="button">Copy</button>
      </form>
    {/if}
    <a class="button ml-auto" href="/bench/{arrangementId}">Back to the Bench</a>
  </div>
  {#if message}<p class="notice mt-2" role="status">{message}</p>{/if}
  {#if session.problem}<p class="notice notice-fault mt-2" role="alert">{session.problem}</p>{/if}

  {#if rungs.length > 0 && session.ladder}
    <LoadCurves {rungs} numbers={session.ladder.numbers} own={document.recipe.rung} onmeasure={go} />
    <p class="mb-2 text-sm text-quiet">
      The richest rung stands on top. A note in a heavier colour, and “changed” in the rows, is something the
      rung above does not have. Your pins hold on rung {document.recipe.rung}.
    </p>
  {/if}
  <div bind:clientWidth={widthPx}>
    {#if !session.problem && !session.ladder}<p class="text-quiet" role="status">
        Working out the rungs …
      </p>{/if}
    {#each session.ladder?.systems ?? [] as plan (plan.range.from)}
      {@const found = boxes.get(plan.range.from)}
      <div class="band mb-4 border-b border-line pb-2" data-band={plan.range.from}>
        <MusicLine engraver={session.engraver} {plan} {options} oninked={(system) => takeInk(plan, system)} />
        {#if found}
          <table class="relative w-full text-xs" aria-label="Rungs in this line">
            <tbody>
              {#each rungs as rung (rung.place)}
                <tr class="relative block h-5 border-t border-line/70">
                  <th scope="row" class="absolute left-0 z-10 bg-paper pr-1 text-left font-semibold"
                    >{rung.place}</th
                  >
                  {#each found.measures as box (box.index)}
                    {@const measure = rung.measures[box.index]!}
                    <td
                      class="absolute inset-y-0 truncate border-l border-line px-1.5 {measure.isChanged
                        ? 'font-semibold text-ink'
                        : 'text-quiet'}"
                      style:left={percent(box.left, found.width)}
                      style:width={percent(box.right - box.left, found.width)}
                      >{measure.load} · {textureLabel(measure.left)}{measure.isChanged
                        ? ', changed'
                        : ''}{measure.losses > 0
                        ? `, ${measure.losses} given up`
                        : ''}{#if measure.snags > 0}<span class="text-rust">, {measure.snags} to mend</span
                        >{/if}</td
                    >
                  {/each}
                </tr>
              {/each}
            </tbody>
          </table>
        {/if}
      </div>
    {/each}
  </div>
</div>

<style>
  .band {
    content-visibility: auto;
    contain-intrinsic-size: auto 30rem;
  }
</style>
