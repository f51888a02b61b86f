<script lang="ts">
  import { toast } from 'svelte-sonner';
  import { invalidateAll } from '$app/navigation';
  import { api } from '$lib/ui/api/api';
  import { dayOf, longDay } from '$lib/ui/parts/dates';
  import SheetDialog from '$lib/ui/parts/sheet-dialog.svelte';
  import { RECORD_WAYS } from '$lib/ui/records/record-ways.data';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  type Deletion = (typeof data.deletions)[number];
  let erasing = $state.raw<Deletion | null>(null);
  let isErasing = $state(false);
  let copies = $state.raw<readonly string[] | null>(null);

  async function takeBack({ id, label }: Deletion) {
    const taken = await api.takeBackDeletion(id);
    if (taken.ok) toast(`${label} is in the studio again.`);
    else toast.error(taken.message);
    await invalidateAll();
  }

  function ask(deletion: Deletion) {
    erasing = deletion;
    isErasing = true;
  }

  async function erase() {
    if (!erasing) return;
    const erased = await api.eraseDeleted(erasing.id);
    isErasing = false;
    if (erased.ok) copies = erased.value.copies;
    else toast.error(erased.message);
    await invalidateAll();
  }
</script>

<svelte:head><title>Deleted · Studio · Key Path</title></svelte:head>

<div class="mx-auto max-w-5xl p-6">
  <h1>Deleted</h1>
  <p class="mb-3 text-quiet">
    What was deleted can be taken back for 30 days. After that, or when you erase it here, it is gone for
    good: its bytes in the studio’s file are overwritten.
  </p>
  {#if copies}
    <div class="notice mb-3" role="status">
      <p>It was erased from the studio.</p>
      {#if copies.length > 0}
        <p>These copies were made before and may still hold it. Delete them when you no longer need them:</p>
        <ul class="list-disc pl-6">
          {#each copies as copy (copy)}<li>{copy}</li>{/each}
        </ul>
        <p>Backups that you saved elsewhere may hold it, too.</p>
      {:else}<p>
          There is no copy of the studio beside it. A backup that you saved elsewhere may still hold it.
        </p>{/if}
    </div>
  {/if}
  {#if data.deletions.length === 0}
    <p class="notice">Nothing is deleted. What you delete will stand here.</p>
  {:else}
    <table class="ruled">
      <thead
        ><tr
          ><th>What</th><th>With it</th><th>Deleted</th><th>Can be taken back until</th><th
            ><span class="sr-only">Actions</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each data.deletions as deletion (deletion.id)}
          <tr>
            <td
              ><strong class="break-words">{deletion.label}</strong><span class="block text-sm text-quiet"
                >{RECORD_WAYS[deletion.kind].word}</span
              ></td
            >
            <td>{deletion.what || '—'}</td>
            <td>{longDay(dayOf(deletion.atMs))}</td>
            <td>{longDay(dayOf(deletion.untilMs))}</td>
            <td class="text-right whitespace-nowrap">
              <button class="button" onclick={() => void takeBack(deletion)}>Take it back</button>
              <button class="button" onclick={() => ask(deletion)}>Erase …</button>
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</div>

<SheetDialog bind:open={isErasing} title="Erase {erasing?.label ?? ''} for good?">
  <p>
    It cannot be taken back after this{erasing?.what ? `, nor ${erasing.what}` : ''}.
    {#if data.copies.length > 0}These copies may still hold it: {data.copies.join(', ')}.{/if}
  </p>
  <div class="mt-4 flex justify-end gap-2">
    <button class="button" onclick={() => (isErasing = false)}>Leave it</button>
    <button class="button button-main" onclick={() => void erase()}>Erase for good</button>
  </div>
</SheetDialog>
