<script lang="ts">
  import type { EditionMakeup } from '$lib/core/practice/edition-makeup';
  import type { PracticeEntry } from '$lib/core/practice/register';
  import { dayOf, shortDay } from '../parts/dates';
  import EntryLog from './entry-log.svelte';

  interface Props {
    editions: readonly {
      readonly assignmentId: string;
      readonly editionId: string;
      readonly number: number;
      readonly arrangementName: string;
      readonly retiredAtMs: number | null;
      readonly sections: readonly { readonly id: string; readonly name: string }[];
      readonly makeup: EditionMakeup;
      readonly entries: readonly PracticeEntry[];
    }[];
  }

  const { editions }: Props = $props();
</script>

{#each editions as edition (edition.assignmentId)}
  <details class="mt-1 text-sm">
    <summary class="cursor-pointer text-quiet"
      >Edition {edition.number} of “{edition.arrangementName}”{edition.retiredAtMs === null
        ? ''
        : `, played until ${shortDay(dayOf(edition.retiredAtMs))}`}: {edition.entries.length}
      {edition.entries.length === 1 ? 'entry' : 'entries'}</summary
    >
    <p class="mt-1"><a href="/handouts/{edition.editionId}">Print that edition</a></p>
    <EntryLog entries={edition.entries} sections={edition.sections} numbers={edition.makeup.numbers} />
  </details>
{/each}
