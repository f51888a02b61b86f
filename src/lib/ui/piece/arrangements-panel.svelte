<script lang="ts">
  import { dayOf, shortDay } from '../parts/dates';
  import { usePiece } from './piece-session.svelte';

  export interface ArrangementRow {
    readonly id: string;
    readonly name: string;
    readonly updatedAtMs: number;
    readonly sourceRevision: number;
    readonly editions: readonly {
      readonly id: string;
      readonly number: number;
      readonly learners: readonly string[];
    }[];
  }

  const { arrangements }: { arrangements: readonly ArrangementRow[] } = $props();
  const piece = usePiece();
</script>

<div class="grid gap-3">
  {#each arrangements as arrangement (arrangement.id)}
    <div class="border-l-4 border-line pl-2">
      <a class="font-bold" href="/bench/{arrangement.id}">{arrangement.name}</a>
      <span class="text-sm text-quiet">changed {shortDay(dayOf(arrangement.updatedAtMs))}</span>
      {#if arrangement.sourceRevision < piece.revision}
        <p class="text-sm text-quiet">
          Made from revision {arrangement.sourceRevision} of the source, and stays on it.
        </p>
      {/if}
      {#each arrangement.editions as edition (edition.id)}
        <a class="block text-sm" href="/handouts/{edition.id}"
          >Edition {edition.number}{edition.learners.length > 0
            ? `, with ${edition.learners.join(', ')}`
            : ''}</a
        >
      {/each}
    </div>
  {:else}
    <p class="notice">
      No arrangement yet. The source stays as it is; an arrangement is made from it and can be changed freely.
    </p>
  {/each}
  <form method="POST" action="?/arrange" class="flex items-end gap-2">
    <label class="field grow"
      >Name of a new arrangement<input
        name="name"
        required
        maxlength="60"
        value="Arrangement {arrangements.length + 1}"
      /></label
    >
    <button class="button button-main">Arrange it</button>
  </form>
</div>
