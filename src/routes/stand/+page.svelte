<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { api } from '$lib/ui/api/api';
  import { CAUTIONS } from '$lib/core/care/cautions.data';
  import { newId } from '$lib/ui/parts/new-id';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  type Task = (typeof data.set)[number];
  let said = $state.raw<Readonly<Record<string, string>>>({});

  async function mark(task: Task, kind: 'clean' | 'again') {
    if (!task.assignmentId || !task.sectionId) return;
    const { assignmentId, sectionId, stage, tempoBpm } = task;
    said = { ...said, [task.id]: 'Noting it down …' };
    const marked = await api.markOwn({ id: newId(), assignmentId, sectionId, stage, kind, tempoBpm });
    said = { ...said, [task.id]: marked.ok ? 'Noted down.' : `${marked.message} It was not noted down.` };
    if (marked.ok) await invalidateAll();
  }
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
          <p class="text-lg">{task.sentence}</p>
          <p class="flex flex-wrap items-center gap-2 text-quiet">
            <span>{task.minutes} minutes</span>
            {#if data.mayMark && task.assignmentId && task.sectionId}
              <button class="button ml-auto" onclick={() => void mark(task, 'clean')}>It went well</button>
              <button class="button" onclick={() => void mark(task, 'again')}>Not yet</button>
            {/if}
          </p>
          {#if said[task.id]}<p role="status">{said[task.id]}</p>{/if}
        </li>
      {/each}
    </ol>
  {/if}
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
