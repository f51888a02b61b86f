<script lang="ts">
  import Ellipsis from '@lucide/svelte/icons/ellipsis';
  import { DropdownMenu } from 'bits-ui';
  import { toast } from 'svelte-sonner';
  import { goto, invalidateAll } from '$app/navigation';
  import { api, type Answer, type RecordKind } from '../api/api';
  import SheetDialog from '../parts/sheet-dialog.svelte';
  import { RECORD_WAYS } from './record-ways.data';

  interface Props {
    kind: RecordKind;
    id: string;
    /** As it stands now; empty where it has only a number or a day. */
    name: string;
    /** What it is called for a person who cannot see where the menu stands. */
    label?: string;
    isArchived?: boolean;
    /** Where to go once it is deleted, when the page is about it. */
    away?: string;
  }

  const { kind, id, name, label = name, isArchived = false, away }: Props = $props();
  const ways = $derived(RECORD_WAYS[kind]);
  let isRenaming = $state(false);
  let isDeleting = $state(false);
  let called = $state('');
  let goes = $state('');
  let fault = $state('');

  /** Does it, and shows what became of it everywhere; otherwise says why not, and nothing is lost. */
  async function done<T>(asked: Promise<Answer<T>>): Promise<T | null> {
    const answer = await asked;
    if (!answer.ok) {
      fault = answer.message;
      if (!isRenaming && !isDeleting) toast.error(answer.message);
      return null;
    }
    fault = '';
    return answer.value;
  }

  function openRename() {
    called = name;
    fault = '';
    isRenaming = true;
  }

  async function rename(event: SubmitEvent) {
    event.preventDefault();
    if ((await done(api.changeRecord(kind, id, { name: called }))) === null) return;
    isRenaming = false;
    await invalidateAll();
  }

  async function duplicate() {
    const copy = await done(api.duplicateRecord(kind, id));
    if (copy) await goto(ways.href(copy.id), { invalidateAll: true });
  }

  async function archive() {
    if ((await done(api.changeRecord(kind, id, { isArchived: !isArchived }))) === null) return;
    await invalidateAll();
    toast(isArchived ? `${label} is in use again.` : `${label} was put in the archive.`);
  }

  async function openDelete() {
    const found = await done(api.whatGoes(kind, id));
    if (!found) return;
    goes = found.what;
    isDeleting = true;
  }

  async function remove() {
    const deleted = await done(api.deleteRecord(kind, id));
    if (!deleted) return;
    isDeleting = false;
    if (away) await goto(away, { invalidateAll: true });
    else await invalidateAll();
    toast(`${deleted.label} was deleted.`, {
      duration: 12_000,
      action: { label: 'Take it back', onClick: () => void takeBack(deleted.id) },
    });
  }

  async function takeBack(deletion: string) {
    const taken = await api.takeBackDeletion(deletion);
    if (!taken.ok) toast.error(taken.message);
    await invalidateAll();
  }
</script>

<DropdownMenu.Root>
  <DropdownMenu.Trigger class="icon-button screen-only" aria-label="More for {label}"
    ><Ellipsis size={18} aria-hidden="true" /></DropdownMenu.Trigger
  >
  <DropdownMenu.Portal>
    <DropdownMenu.Content class="choose-list" sideOffset={3} align="end">
      <DropdownMenu.Item class="choose-item" onSelect={openRename}>Rename …</DropdownMenu.Item>
      {#if ways.canCopy}<DropdownMenu.Item class="choose-item" onSelect={() => void duplicate()}
          >Duplicate</DropdownMenu.Item
        >{/if}
      {#if ways.canArchive}<DropdownMenu.Item class="choose-item" onSelect={() => void archive()}
          >{isArchived ? 'Take out of the archive' : 'Put in the archive'}</DropdownMenu.Item
        >{/if}
      <DropdownMenu.Item class="choose-item" onSelect={() => void openDelete()}>Delete …</DropdownMenu.Item>
    </DropdownMenu.Content>
  </DropdownMenu.Portal>
</DropdownMenu.Root>

<SheetDialog bind:open={isRenaming} title="Rename the {ways.word}">
  <form class="grid gap-4" onsubmit={rename}>
    <label class="field"
      >{ways.nameLabel}<input
        bind:value={called}
        maxlength={ways.longest}
        required
        aria-invalid={fault !== ''}
      /></label
    >
    {#if fault}<p class="fault" role="alert">{fault}</p>{/if}
    <div class="dialog-foot">
      <button type="button" class="button" onclick={() => (isRenaming = false)}>Cancel</button>
      <button class="button button-main">Rename</button>
    </div>
  </form>
</SheetDialog>

<SheetDialog bind:open={isDeleting} title="Delete {label}?">
  <p>
    {#if goes}With it goes what belongs to it: {goes}.{:else}Nothing else goes with it.{/if}
    For 30 days it can be taken back, from <strong>Studio, Deleted</strong>; after that it is erased.
    {#if kind === 'learner'}Links that were given out stop at once and stay so.{/if}
  </p>
  {#if fault}<p class="fault mt-3" role="alert">{fault}</p>{/if}
  <div class="mt-4 flex justify-end gap-2">
    <button class="button" onclick={() => (isDeleting = false)}>Keep it</button>
    <button class="button button-main" onclick={() => void remove()}>Delete</button>
  </div>
</SheetDialog>
