<script lang="ts">
  import type { PracticeEntry } from '$lib/core/practice/register';
  import { STAGES, type StageId } from '$lib/core/practice/stages.data';
  import { longDay } from '../parts/dates';

  interface Props {
    entries: readonly PracticeEntry[];
    sections: readonly { readonly id: string; readonly name: string }[];
  }

  const { entries, sections }: Props = $props();
  const sectionName = (id: string) => sections.find((section) => section.id === id)?.name ?? id;
  const stageLabel = (id: StageId) => STAGES.find((stage) => stage.id === id)?.label ?? id;
  const what = ({ kind, correctsId }: PracticeEntry) =>
    kind === 'withdrawn' ? 'withdrawn' : correctsId ? 'corrected' : 'stamped';
</script>

<ul class="mt-1 bg-paper p-2">
  {#each [...entries].reverse() as entry (`${entry.id}/${entry.sectionId}`)}
    <li>
      {longDay(entry.onDay)}: {sectionName(entry.sectionId)}, {stageLabel(entry.stage).toLowerCase()}
      {what(entry)}{entry.tempoBpm && entry.kind === 'passed' ? ` at ♩ ${entry.tempoBpm}` : ''}{entry.earnedOn
        ? `, on edition ${entry.earnedOn}`
        : ''}
    </li>
  {/each}
</ul>
