<script lang="ts">
  import { dayOf, shortDay } from '../parts/dates';
  import Choose from '../parts/choose.svelte';
  import RecordMenu from '../records/record-menu.svelte';
  import { usePiece } from './piece-session.svelte';

  export interface ArrangementRow {
    readonly id: string;
    readonly name: string;
    readonly updatedAtMs: number;
    readonly sourceRevision: number;
    readonly archivedAtMs: number | null;
    readonly editions: readonly {
      readonly id: string;
      readonly number: number;
      readonly name: string;
      readonly archivedAtMs: number | null;
      readonly learners: readonly string[];
    }[];
  }

  interface Props {
    arrangements: readonly ArrangementRow[];
    learners: readonly { readonly id: string; readonly name: string; readonly rung: number }[];
  }

  const { arrangements, learners }: Props = $props();
  let learnerId = $state('');
  const whom = $derived(learners.find(({ id }) => id === learnerId) ?? null);
  const piece = usePiece();
  let isArchiveShown = $state(false);
  const archived = $derived(
    arrangements.filter(({ archivedAtMs }) => archivedAtMs !== null).length +
      arrangements.flatMap(({ editions }) => editions).filter(({ archivedAtMs }) => archivedAtMs !== null)
        .length,
  );
  const isShown = ({ archivedAtMs }: { readonly archivedAtMs: number | null }) =>
    isArchiveShown || archivedAtMs === null;
</script>

<div class="grid gap-3">
  {#each arrangements.filter(isShown) as arrangement (arrangement.id)}
    <div class="border-l-4 border-line pl-2">
      <div class="flex items-center gap-2">
        <a class="font-bold" href="/bench/{arrangement.id}">{arrangement.name}</a>
        <span class="text-sm text-quiet"
          >{arrangement.archivedAtMs === null ? '' : 'in the archive, '}changed {shortDay(
            dayOf(arrangement.updatedAtMs),
          )}</span
        >
        <span class="ml-auto"
          ><RecordMenu
            kind="arrangement"
            id={arrangement.id}
            name={arrangement.name}
            isArchived={arrangement.archivedAtMs !== null}
          /></span
        >
      </div>
      {#if arrangement.sourceRevision < piece.revision}
        <p class="text-sm text-quiet">
          Made from revision {arrangement.sourceRevision} of the source, and stays on it.
        </p>
      {/if}
      {#each arrangement.editions.filter(isShown) as edition (edition.id)}
        <div class="flex items-center gap-2 text-sm">
          <a href="/handouts/{edition.id}"
            >Edition {edition.number}{edition.name ? ` “${edition.name}”` : ''}{edition.learners.length > 0
              ? `, with ${edition.learners.join(', ')}`
              : ''}</a
          >
          <span class="ml-auto"
            ><RecordMenu
              kind="edition"
              id={edition.id}
              name={edition.name}
              label="edition {edition.number} of {arrangement.name}"
              isArchived={edition.archivedAtMs !== null}
            /></span
          >
        </div>
      {/each}
    </div>
  {:else}
    <p class="notice">
      No arrangement yet. The source stays as it is; an arrangement is made from it and can be changed freely.
    </p>
  {/each}
  {#if archived > 0}
    <p>
      <button class="link text-sm" onclick={() => (isArchiveShown = !isArchiveShown)}
        >{isArchiveShown ? 'Hide the archive' : `Archive: ${archived}`}</button
      >
    </p>
  {/if}
  <form method="POST" action="?/arrange" class="flex flex-wrap items-end gap-2">
    <Choose
      look="above"
      label="For whom"
      name="learnerId"
      bind:value={learnerId}
      choices={[
        { value: '', label: 'anyone' },
        ...learners.map(({ id, name, rung }) => ({ value: id, label: `${name}, rung ${rung}` })),
      ]}
    />
    <label class="field grow"
      >Name of a new arrangement<input
        name="name"
        required
        maxlength="120"
        value={whom ? `For ${whom.name}, rung ${whom.rung}` : `Arrangement ${arrangements.length + 1}`}
      /></label
    >
    <button class="button button-main">Arrange it</button>
  </form>
</div>
