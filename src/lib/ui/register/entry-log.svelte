<script lang="ts">
  import { measureLabel } from '$lib/core/practice/edition-makeup';
  import type { PracticeEntry } from '$lib/core/practice/register';
  import { STAGES, type StageId } from '$lib/core/practice/stages.data';
  import { TROUBLE_KINDS } from '$lib/core/practice/trouble';
  import { longDay } from '../parts/dates';

  interface Props {
    entries: readonly PracticeEntry[];
    sections: readonly { readonly id: string; readonly name: string }[];
    /** Printed numbers of the measures. */
    numbers: readonly string[];
  }

  const { entries, sections, numbers }: Props = $props();
  const sectionName = (id: string) => sections.find((section) => section.id === id)?.name ?? id;
  const stageLabel = (id: StageId) => STAGES.find((stage) => stage.id === id)?.label ?? id;
  const WORDS = {
    passed: 'stamped',
    clean: 'clean',
    again: 'again',
    trouble: 'goes wrong',
    mended: 'went right',
    withdrawn: 'withdrawn',
  } as const;
  const what = ({ kind, correctsId }: PracticeEntry) =>
    kind === 'passed' && correctsId ? 'corrected' : WORDS[kind];
  const where = ({ trouble }: PracticeEntry) =>
    trouble
      ? `, ${measureLabel(numbers, trouble.from)}${trouble.to > trouble.from ? ` to ${measureLabel(numbers, trouble.to)}` : ''} (${TROUBLE_KINDS[trouble.kind].label})`
      : '';
  let section = $state('');
  let kind = $state('');
  const shown = $derived(
    [...entries]
      .reverse()
      .filter(
        (entry) => (section === '' || entry.sectionId === section) && (kind === '' || entry.kind === kind),
      ),
  );
</script>

<div class="mt-1 flex flex-wrap gap-3">
  <label
    >Section <select bind:value={section}
      ><option value="">all</option>{#each sections as each (each.id)}<option value={each.id}
          >{each.name}</option
        >{/each}</select
    ></label
  >
  <label
    >Marks <select bind:value={kind}
      ><option value="">all</option>{#each Object.entries(WORDS) as [value, word] (value)}<option {value}
          >{word}</option
        >{/each}</select
    ></label
  >
</div>

<ul class="mt-1 bg-paper p-2">
  {#each shown as entry (`${entry.id}/${entry.sectionId}`)}
    <li>
      {longDay(entry.onDay)}: {sectionName(entry.sectionId)}{entry.throughId
        ? ` to ${sectionName(entry.throughId)}`
        : ''}, {stageLabel(entry.stage).toLowerCase()}
      {what(entry)}{where(entry)}{entry.tempoBpm && entry.kind !== 'withdrawn'
        ? ` at ♩ ${entry.tempoBpm}`
        : ''}{entry.earnedOn ? `, on edition ${entry.earnedOn}` : ''}{entry.markedBy === 'learner'
        ? ', by the learner'
        : ''}
    </li>
  {:else}
    <li class="text-quiet">No entry is like that.</li>
  {/each}
</ul>
