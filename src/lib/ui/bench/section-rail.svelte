<script lang="ts">
  import { measureNumber } from '$lib/core/score/by-measure';
  import type { Section } from '$lib/core/score/model';
  import { SETTINGS, type Setting } from '$lib/core/document/choices/settings.data';
  import ChoiceWord from '../parts/choice-word.svelte';
  import { useBench } from './bench-session.svelte';

  const { ongo }: { ongo: (from: number, to: number) => void } = $props();
  const bench = useBench();
  const sections = $derived(bench.work.arrangement?.sections ?? []);
  const measures = $derived(bench.work.arrangement?.score.measures ?? []);
  const selectedStart = $derived(bench.selection.range?.from ?? null);
  const canStart = $derived(
    selectedStart !== null &&
      selectedStart > 0 &&
      !sections.some((section) => section.from === selectedStart),
  );
  let editing = $state<string | null>(null);
  let rail: HTMLElement;

  const numbers = (section: Section) => {
    const [from, to] = [measureNumber(measures, section.from), measureNumber(measures, section.to)];
    return from === to ? from : `${from}–${to}`;
  };
  const snagsIn = (section: Section) =>
    bench.work.toMend.filter(({ measure }) => measure >= section.from && measure <= section.to).length;
  const loadOf = (section: Section) => {
    const loads = bench.work.arrangement?.loads.slice(section.from, section.to + 1) ?? [];
    return Math.round(loads.reduce((sum, load) => sum + load.total, 0) / Math.max(1, loads.length));
  };
  const sourcesOf = (section: Section) => [
    ...new Set(bench.work.arrangement?.sourceMeasure.slice(section.from, section.to + 1)),
  ];
  const settingOf = (section: Section) => bench.work.arrangement?.settings[section.from] ?? 'solo';
  const settings = Object.entries(SETTINGS).map(([value, label]) => ({ value: value as Setting, label }));
  const hasOwnSetting = (section: Section) =>
    sourcesOf(section).some((measure) =>
      bench.work.measurePins.get(measure)?.some((pin) => pin.kind === 'setting'),
    );
  const isHere = (section: Section) =>
    selectedStart !== null && selectedStart >= section.from && selectedStart <= section.to;

  function finish(section: Section, value: string) {
    bench.sections.rename(section.id, value);
    editing = null;
    bench.backToMusic(rail);
  }

  function join(section: Section) {
    bench.sections.joinWithPrevious(section.id);
    bench.backToMusic(rail);
  }
</script>

<nav
  bind:this={rail}
  aria-label="Sections"
  class="flex h-full w-40 shrink-0 flex-col border-r border-line bg-paper"
>
  <h2 class="px-3 pt-3 pb-1 text-sm text-quiet">Sections</h2>
  <ol class="grow overflow-auto">
    {#each sections as section (section.id)}
      <li class="border-l-4 {isHere(section) ? 'border-sea bg-sea-wash' : 'border-transparent'}">
        {#if editing === section.id}
          <!-- svelte-ignore a11y_autofocus -->
          <input
            class="m-1 w-32 border border-sea px-1"
            aria-label="Name of section {section.name}"
            value={section.name}
            maxlength="40"
            autofocus
            onblur={(event) => finish(section, event.currentTarget.value)}
            onkeydown={(event) => {
              if (event.key === 'Enter') finish(section, event.currentTarget.value);
              if (event.key === 'Escape') {
                editing = null;
                bench.backToMusic(rail);
              }
              event.stopPropagation();
            }}
          />
        {:else}
          <button
            class="block w-full px-2 py-1.5 text-left hover:bg-sea-wash"
            onclick={() => ongo(section.from, section.to)}
            ondblclick={() => (editing = section.id)}
          >
            <span class="block font-semibold">{section.name}</span>
            <span class="block text-sm text-quiet">
              measures {numbers(section)}{#if snagsIn(section) > 0}, <span class="text-rust"
                  >{snagsIn(section)} to mend</span
                >{/if}
            </span>
            <span class="mt-0.5 flex items-center gap-1.5 text-sm text-quiet"
              ><span class="w-16 bg-sea/60" style:height="{1 + loadOf(section) / 10}px" aria-hidden="true"
              ></span>load {loadOf(section)}</span
            >
          </button>
        {/if}
        {#if isHere(section) && editing !== section.id}
          <div class="flex flex-wrap gap-x-3 px-2 pb-1.5 text-sm">
            <span class="flex items-center gap-1"
              >Here
              <ChoiceWord
                name="Setting of section {section.name}"
                value={settingOf(section)}
                choices={settings}
                onchoose={(setting) => bench.measures.paintSetting(sourcesOf(section), setting)}
              /></span
            >
            {#if hasOwnSetting(section)}<button
                class="underline"
                onclick={() => bench.measures.paintSetting(sourcesOf(section), null)}>As the piece</button
              >{/if}
            <button class="underline" onclick={() => (editing = section.id)}>Rename</button>
            {#if section !== sections[0]}<button class="underline" onclick={() => join(section)}
                >Join to the one before</button
              >{/if}
          </div>
        {/if}
      </li>
    {/each}
  </ol>
  <div class="border-t border-line p-2 text-sm">
    <button
      class="button w-full justify-center text-sm whitespace-normal"
      disabled={!canStart}
      onclick={() => bench.sections.startAt(selectedStart!)}
    >
      Start a section here
    </button>
    {#if !canStart}<p class="mt-1 text-quiet">Select the measure where it begins.</p>{/if}
  </div>
</nav>
