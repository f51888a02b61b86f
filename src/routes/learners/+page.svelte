<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import UserPlus from '@lucide/svelte/icons/user-plus';
  import RecordMenu from '$lib/ui/records/record-menu.svelte';
  import SheetDialog from '$lib/ui/parts/sheet-dialog.svelte';
  import LearnerForm from '$lib/ui/register/learner-form.svelte';
  import { spanLabel } from '$lib/core/learner/hands';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  let isAdding = $state(false);
  // Who was sent here to add a learner begins at once.
  onMount(() => (isAdding = page.url.hash === '#add'));
</script>

<svelte:head><title>Learners · Key Path</title></svelte:head>

<div class="mx-auto max-w-6xl p-6">
  <div class="mb-3 flex flex-wrap items-center justify-between gap-2">
    <h1>Learners</h1>
    <span class="flex flex-wrap gap-2">
      <a class="button" href="/learners/import">Bring in a list …</a>
      <button class="button button-main" onclick={() => (isAdding = true)}
        ><UserPlus size={17} aria-hidden="true" />Add a learner …</button
      >
    </span>
  </div>
  {#if data.learners.length === 0}
    <p class="notice">
      There are no learners yet. Add one with the reach of each hand and the rung to arrange for.
    </p>
  {:else}
    <table class="ruled">
      <thead
        ><tr
          ><th>Name</th><th>Rung</th><th>Left hand</th><th>Right hand</th><th>Pieces</th><th>Notes</th><th
            ><span class="sr-only">More</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each data.learners as learner (learner.id)}
          <tr>
            <td><a class="font-bold" href="/learners/{learner.id}">{learner.name}</a></td>
            <td>{learner.rung}{data.rungs[learner.rung - 1] ? ` · ${data.rungs[learner.rung - 1]}` : ''}</td>
            <td>{spanLabel(learner.spanLeftSemitones)}</td>
            <td>{spanLabel(learner.spanRightSemitones)}</td>
            <td>{learner.pieces.join(', ') || '—'}</td>
            <td class="max-w-72 text-quiet">{learner.notes}</td>
            <td class="text-right"><RecordMenu kind="learner" id={learner.id} name={learner.name} /></td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  {#if data.archived.length > 0}
    <details class="mt-4">
      <summary class="cursor-pointer">Archive: {data.archived.length}</summary>
      <ul class="mt-2">
        {#each data.archived as { id, name } (id)}
          <li class="flex items-center gap-2">
            <a href="/learners/{id}">{name}</a><RecordMenu kind="learner" {id} {name} isArchived />
          </li>
        {/each}
      </ul>
    </details>
  {/if}
</div>

<SheetDialog bind:open={isAdding} title="Add a learner">
  <LearnerForm data={data.form} rungs={data.rungs} action="/learners" submit="Add" />
</SheetDialog>
