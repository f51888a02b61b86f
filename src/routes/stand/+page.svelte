<script lang="ts">
  import { CAUTIONS } from '$lib/core/care/cautions.data';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>What is set · Key Path</title></svelte:head>

<div class="mx-auto max-w-3xl p-6">
  <h1 class="mb-4">{data.nickname}: what is set</h1>
  {#if data.set.length === 0}
    <p class="notice">Nothing is set for this week yet. Your teacher sets it in the lesson.</p>
  {:else}
    <ol class="grid gap-2">
      {#each data.set as task (task.id)}
        <li class="border-l-4 border-line bg-paper px-3 py-2">
          <a class="text-lg" href="/stand/tasks/{task.id}">{task.sentence}</a>
          <p class="text-quiet">{task.minutes} minutes</p>
        </li>
      {/each}
    </ol>
  {/if}
  {#if data.doneToday}<p class="mt-4" role="status">{data.doneToday}</p>{/if}
  <h2 class="mt-6 mb-2">Your music</h2>
  {#if data.pieces.length === 0}
    <p class="notice">There is no music here yet.</p>
  {:else}
    <ul class="grid gap-3">
      {#each data.pieces as piece (piece.assignmentId)}
        <li class="border-l-4 border-line bg-paper px-3 py-2">
          <a class="text-lg font-bold" href="/stand/editions/{piece.editionId}">{piece.title}</a>
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
