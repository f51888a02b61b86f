<script lang="ts">
  import { importBatch } from './import-batch.svelte';

  const WORDS = {
    waiting: 'waits',
    reading: 'is being read …',
    kept: 'kept',
    there: 'was there already',
    fault: 'not kept',
    cancelled: 'not kept: cancelled',
  } as const;
  const kept = $derived(importBatch.files.filter(({ state }) => state === 'kept').length);
</script>

{#if importBatch.files.length > 0}
  <section class="mt-3 border border-line bg-paper p-3" aria-labelledby="batch">
    <div class="flex flex-wrap items-center gap-3">
      <h2 id="batch">Several files</h2>
      <progress class="w-40" max={importBatch.files.length} value={importBatch.done} aria-label="Files read"
      ></progress>
      <span role="status"
        >{importBatch.done} of {importBatch.files.length} read, {kept} kept{importBatch.isRunning
          ? '. You can go on with other things meanwhile.'
          : '.'}</span
      >
      {#if importBatch.isRunning}
        <button class="button ml-auto" onclick={() => importBatch.cancel()}>Cancel</button>
      {:else}
        <button class="button ml-auto" onclick={() => importBatch.clear()}>Close the list</button>
      {/if}
    </div>
    <ul class="mt-2 grid max-h-60 gap-0.5 overflow-y-auto">
      {#each importBatch.files as { name, state, message, pieceId }, index (index)}
        <li class="flex flex-wrap items-baseline gap-x-2">
          {#if pieceId}<a class="font-semibold" href="/pieces/{pieceId}">{name}</a>{:else}<span
              class="font-semibold">{name}</span
            >{/if}
          <span class={state === 'fault' ? 'fault' : 'text-quiet'}
            >{WORDS[state]}{message && `: ${message}`}</span
          >
        </li>
      {/each}
    </ul>
  </section>
{/if}
