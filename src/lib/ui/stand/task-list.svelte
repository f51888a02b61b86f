<script lang="ts">
  import { onDestroy } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { CAUTIONS } from '$lib/core/care/cautions.data';
  import type { StandList } from '$lib/server/stand/stand-list';
  import { ownOutbox } from './own-outbox';
  import WaitingMarks from './waiting-marks.svelte';

  interface Props {
    list: StandList;
    /** By which marks that wait are known in this browser. */
    outboxName: string;
    /** Where the stand's pages are, and those of the music on paper. */
    base: string;
    editions: string;
  }

  const { list, outboxName, base, editions }: Props = $props();
  // A page of the stand is of one learner.
  // svelte-ignore state_referenced_locally
  const outbox = ownOutbox(base, outboxName);
  let hadWaiting = false;
  $effect(() => {
    // What was on its way and arrived belongs to what was done today.
    if (hadWaiting && outbox.waiting === 0) void invalidateAll();
    hadWaiting = outbox.waiting > 0;
  });
  onDestroy(() => outbox.stop());
  const minutes = $derived(list.set.reduce((sum, task) => sum + task.minutes, 0));
</script>

<div class="mx-auto max-w-3xl p-6">
  <h1 class="mb-4">{list.nickname}: what is set</h1>
  {#if list.set.length === 0}
    <p class="notice">Nothing is set for this week yet. Your teacher sets it in the lesson.</p>
  {:else}
    <ol class="grid gap-2">
      {#each list.set as task, index (task.id)}
        <li>
          <a
            class="flex min-h-11 items-baseline gap-3 border-l-4 border-line bg-paper px-3 py-2 no-underline hover:border-sea"
            href="{base}/tasks/{task.id}"
          >
            <span class="text-quiet">{index + 1}</span>
            <span class="grow text-lg underline">{task.sentence}</span>
            <span class="whitespace-nowrap text-quiet">{task.minutes} min</span>
          </a>
        </li>
      {/each}
    </ol>
    <p class="mt-2 text-quiet">{minutes} minutes in all, with rests between.</p>
  {/if}
  <p class="mt-4" role="status">{list.doneToday} <WaitingMarks {outbox} /></p>
  <h2 class="mt-6 mb-2">Your music</h2>
  {#if list.pieces.length === 0}
    <p class="notice">There is no music here yet.</p>
  {:else}
    <ul class="grid gap-3">
      {#each list.pieces as piece (piece.assignmentId)}
        <li class="border-l-4 border-line bg-paper px-3 py-2">
          <a class="text-lg font-bold" href="{editions}/{piece.editionId}">{piece.title}</a>
          <span class="text-quiet">edition {piece.editionNumber}</span>
          {#if piece.next}<p>Next: {piece.next}</p>{/if}
          <p class="text-sm text-quiet">
            {#each piece.sections as section, index (section.id)}{index > 0 ? ' · ' : ''}{section.name}: {section.passed}
              {section.passed === 1 ? 'stamp' : 'stamps'}{/each}
          </p>
        </li>
      {/each}
    </ul>
  {/if}
  <p class="mt-6 text-sm text-quiet">{CAUTIONS.pain}</p>
</div>
