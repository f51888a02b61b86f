<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import { enhance } from '$app/forms';
  import { dayOf, longDay, shortDay } from '$lib/ui/parts/dates';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const { piece } = $derived(data);
  const corrections = $derived([
    { field: 'title', label: 'Title', value: piece.title },
    { field: 'rights', label: 'Rights note', value: piece.rightsNote },
  ]);
</script>

<svelte:head><title>{piece.title} · Key Path</title></svelte:head>

<div class="mx-auto max-w-6xl p-6">
  <h1>{piece.title}</h1>
  <p class="text-quiet">
    {[piece.composer, `imported ${longDay(dayOf(piece.importedAtMs))}`].filter(Boolean).join(' · ')}
  </p>
  {#if form?.message}<p class="notice notice-fault mt-3" role="alert">{form.message}</p>{/if}
  <div class="mt-4 grid gap-6 lg:grid-cols-[3fr_2fr]">
    <section aria-labelledby="arrangements-heading">
      <h2 id="arrangements-heading" class="mb-2">Arrangements</h2>
      {#if data.arrangements.length > 0}
        <table class="ruled">
          <thead><tr><th>Name</th><th>Changed</th><th>Editions handed out</th></tr></thead>
          <tbody>
            {#each data.arrangements as arrangement (arrangement.id)}
              <tr>
                <td>
                  <a class="font-bold" href="/bench/{arrangement.id}">{arrangement.name}</a>
                  {#if arrangement.sourceRevision < piece.sourceRevision}<span
                      class="block text-sm text-quiet"
                      >made from revision {arrangement.sourceRevision} of the source</span
                    >{/if}
                </td>
                <td class="whitespace-nowrap">{shortDay(dayOf(arrangement.updatedAtMs))}</td>
                <td>
                  {#each arrangement.editions as edition (edition.id)}
                    <a class="block" href="/handouts/{edition.id}"
                      >Edition {edition.number}{edition.learners.length > 0
                        ? `, with ${edition.learners.join(', ')}`
                        : ''}</a
                    >
                  {:else}<span class="text-quiet">none</span>{/each}
                </td>
              </tr>
            {/each}
          </tbody>
        </table>
      {:else}
        <p class="notice">
          No arrangement yet. The source stays as it is; an arrangement is made from it and can be changed
          freely.
        </p>
      {/if}
      <form method="POST" action="?/arrange" class="mt-3 flex items-end gap-2">
        <label class="field grow"
          >Name of a new arrangement<input
            name="name"
            required
            maxlength="60"
            value="Arrangement {data.arrangements.length + 1}"
          /></label
        >
        <button class="button button-main">Arrange it</button>
      </form>
    </section>
    <section aria-labelledby="source-heading">
      <h2 id="source-heading" class="mb-2">The source</h2>
      <dl class="grid grid-cols-[8rem_1fr] gap-y-1 bg-paper p-4">
        <dt class="text-quiet">Key</dt>
        <dd>{piece.summary.key}</dd>
        <dt class="text-quiet">Metre</dt>
        <dd>{piece.summary.time}{piece.summary.hasPickup ? ', with a pickup' : ''}</dd>
        <dt class="text-quiet">Measures</dt>
        <dd>{piece.summary.measures}</dd>
        <dt class="text-quiet">Notes</dt>
        <dd>{piece.summary.notes}</dd>
        <dt class="text-quiet">Revision</dt>
        <dd>{piece.sourceRevision}</dd>
        <dt class="text-quiet">File</dt>
        <dd>
          <a href="/api/pieces/{piece.id}/file"
            ><Download size={15} class="mr-1 inline" aria-hidden="true" />{piece.fileName}</a
          >
          ({Math.ceil(piece.fileSizeBytes / 1024)} kB, as it came)
        </dd>
      </dl>
      {#each corrections as { field, label, value } (`${field}/${value}`)}
        <form method="POST" action="?/correct" use:enhance class="mt-3 flex items-end gap-2">
          <input type="hidden" name="field" value={field} />
          <input type="hidden" name="from" {value} />
          <label class="field grow"
            >{label}<input name="to" {value} maxlength="300" required={field === 'title'} /></label
          >
          <button class="button">Correct</button>
        </form>
      {/each}
      <p class="mt-3 text-sm text-quiet">
        Arranging, copying or performing someone's music may need permission: the law where you are and the
        rights holder decide.
      </p>
    </section>
  </div>
</div>
