<script lang="ts">
  import type { MarkLine } from './mark-line.svelte';

  const { line, isActive, onactivate }: { line: MarkLine; isActive: boolean; onactivate: () => void } =
    $props();
  const strokes = $derived(Array.from({ length: line.runsToPass }, (_, index) => index < line.cleanRuns));
</script>

<!-- As on paper: who, what, how, how fast, and a stroke for every clean run. -->
<div
  class="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-line px-4 py-1.5 {isActive
    ? 'bg-sea-wash'
    : ''}"
  role="group"
  aria-label="Mark line of {line.who.learner.name}"
  data-mark-line={line.who.learner.name}
>
  <button
    class="w-28 text-left font-bold {isActive ? '' : 'text-quiet'}"
    aria-pressed={isActive}
    onclick={onactivate}>{line.who.learner.name}</button
  >
  {#if line.standing && line.stage}
    <span class="min-w-32"
      >{line.name}
      <button
        class="icon-button"
        aria-label="On to the next section (J), for {line.who.learner.name}"
        title="On to the next section (J)"
        onclick={() => line.lengthen()}>↦</button
      ></span
    >
    <span class="flex items-center gap-1">
      <button
        class="icon-button"
        aria-label="Stage before, of {line.who.learner.name}"
        onclick={() => line.stepStage(-1)}>‹</button
      >
      <strong class="min-w-44 text-center">{line.stage.label}</strong>
      <button
        class="icon-button"
        aria-label="Stage after, of {line.who.learner.name}"
        onclick={() => line.stepStage(1)}>›</button
      >
    </span>
    <span class="flex items-center gap-1">
      {#if line.tempoBpm !== null}
        <button
          class="icon-button"
          aria-label="Slower, for {line.who.learner.name}"
          onclick={() => (line.typed = String(Math.max(20, (line.tempoBpm ?? 60) - 2)))}>−</button
        >
        <span class="min-w-16 text-center tabular-nums" data-tempo>♩ {line.tempoBpm}</span>
        <button
          class="icon-button"
          aria-label="Faster, for {line.who.learner.name}"
          onclick={() => (line.typed = String(Math.min(320, (line.tempoBpm ?? 60) + 2)))}>+</button
        >
        {#if line.isInWork && line.standing.ladder.length > 1}<span class="text-sm text-quiet"
            >of {line.standing.ladder.at(-1)}</span
          >{/if}
      {:else}<span class="min-w-16 text-quiet">no tempo</span>{/if}
    </span>
    <span
      class="flex gap-1.5"
      role="img"
      aria-label="{line.cleanRuns} of {line.runsToPass} clean runs"
      data-strokes={line.cleanRuns}
    >
      {#each strokes as isClean, index (index)}<span
          class="inline-block h-5 w-1 {isClean ? 'bg-ink' : 'bg-line'}"
        ></span>{/each}
    </span>
    {#if !line.isInWork && line.through === null}<span class="text-sm text-quiet"
        >next by the log: {line.standing.stage?.label.toLowerCase() ?? 'nothing more'}</span
      >{/if}
  {:else}<span class="text-quiet">no piece yet</span>{/if}
</div>
