<script lang="ts">
  import { enhance } from '$app/forms';
  import { invalidateAll } from '$app/navigation';
  import { api } from '$lib/ui/api/api';
  import { dayOf, longDay } from '$lib/ui/parts/dates';
  import SheetDialog from '$lib/ui/parts/sheet-dialog.svelte';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const looked = $derived(form && 'looked' in form ? form.looked : null);
  let isLooking = $derived(Boolean(looked));
  let isWorking = $state(false);
  let fault = $state('');

  const TIME = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
  const COUNTS = [
    ['learners', 'Learners'],
    ['pieces', 'Pieces'],
    ['arrangements', 'Arrangements'],
    ['editions', 'Editions'],
    ['lessons', 'Lessons'],
    ['entries', 'Lines of the log'],
  ] as const;
  const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`;

  /** Says that it is under way until the answer is there. */
  const busy = () => {
    isWorking = true;
    return async ({ update }: { update: () => Promise<void> }) => {
      await update();
      isWorking = false;
    };
  };

  async function bringIn(file: File | undefined) {
    if (!file) return;
    fault = '';
    isWorking = true;
    const brought = await api.bringInBackup(file);
    isWorking = false;
    if (brought.ok) await invalidateAll();
    else fault = brought.message;
  }
</script>

<svelte:head><title>Backups · Studio · Key Path</title></svelte:head>

<div class="mx-auto grid max-w-5xl gap-5 p-6">
  <div>
    <h1>Backups</h1>
    <p class="text-quiet">
      One file holds the whole studio. One is made each day by itself; on the studio’s computer
      <code>npm run backup</code> makes one, too. Keep one elsewhere now and then: a disk can fail.
    </p>
  </div>
  {#if form?.message || fault}<p class="notice notice-fault" role="alert">{form?.message ?? fault}</p>{/if}
  {#if form && 'done' in form && form.done}<p class="notice" role="status">{form.done}</p>{/if}
  <div class="flex flex-wrap items-end gap-4">
    <form method="POST" action="?/make" use:enhance={busy}>
      <button class="button button-main" disabled={isWorking}
        >{isWorking ? 'Working …' : 'Make a backup now'}</button
      >
    </form>
    <label class="button"
      >Bring one in …<input
        type="file"
        class="sr-only"
        accept=".db"
        onchange={(event) => {
          void bringIn(event.currentTarget.files?.[0]);
          event.currentTarget.value = '';
        }}
      /></label
    >
    <form method="POST" action="?/keep" class="ml-auto flex items-end gap-2" use:enhance={busy}>
      <label class="field"
        >Daily backups kept<input
          type="number"
          name="kept"
          min="1"
          max="400"
          value={data.kept}
          required
        /></label
      >
      <button class="button">Keep so many</button>
    </form>
  </div>
  {#if data.backups.length === 0}
    <p class="notice">There is no backup yet.</p>
  {:else}
    <table class="ruled">
      <thead
        ><tr
          ><th>Made</th><th>File</th><th class="text-right">Size</th><th
            ><span class="sr-only">Actions</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each data.backups as { name, sizeBytes, madeAtMs, isDaily } (name)}
          <tr>
            <td>{TIME.format(madeAtMs)}</td>
            <td
              ><a href="/studio/backups/{name}" download data-sveltekit-reload>{name}</a>{#if isDaily}<span
                  class="block text-sm text-quiet">by itself</span
                >{/if}</td
            >
            <td class="text-right">{megabytes(sizeBytes)}</td>
            <td>
              <span class="flex justify-end gap-2">
                <form method="POST" action="?/look" use:enhance={busy}>
                  <input type="hidden" name="name" value={name} />
                  <button class="button">Look into it …</button>
                </form>
                <form method="POST" action="?/remove" use:enhance={busy}>
                  <input type="hidden" name="name" value={name} />
                  <button class="button">Remove</button>
                </form>
              </span>
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</div>

<SheetDialog bind:open={isLooking} title="What is in this backup">
  {#if looked}
    <p class="mb-2 break-all">{looked.name} is sound.</p>
    <table class="ruled">
      <thead
        ><tr
          ><th></th><th class="text-right">In the backup</th><th class="text-right">In the studio now</th></tr
        ></thead
      >
      <tbody>
        {#each COUNTS as [field, label] (field)}
          <tr
            ><td>{label}</td><td class="text-right">{looked.contents[field]}</td><td class="text-right"
              >{data.now[field]}</td
            ></tr
          >
        {/each}
        <tr
          ><td>Last change</td>
          {#each [looked.contents, data.now] as { lastChangeMs }, index (index)}<td class="text-right"
              >{lastChangeMs === null ? '—' : longDay(dayOf(lastChangeMs))}</td
            >{/each}</tr
        >
      </tbody>
    </table>
    <p class="mt-3">
      Put in place, it becomes the studio. The studio as it is now is kept as a copy beside it. The passphrase
      stays; links of learners are withdrawn; what was erased since this backup comes back with it.
    </p>
    <form method="POST" action="?/restore" class="mt-4 flex justify-end gap-2" use:enhance={busy}>
      <input type="hidden" name="name" value={looked.name} />
      <button class="button" type="button" onclick={() => (isLooking = false)}>Leave it</button>
      <button class="button button-main" disabled={isWorking}>Put it in place</button>
    </form>
  {/if}
</SheetDialog>
