<script lang="ts">
  import { goto } from '$app/navigation';
  import { useBench } from './bench-session.svelte';

  const { arrangementId }: { arrangementId: string } = $props();
  const bench = useBench();
  let problem = $state('');

  async function keepCopy() {
    const response = await fetch(`/api/arrangements/${arrangementId}/copy`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ document: bench.document }),
    }).catch(() => null);
    if (!response?.ok) {
      problem = 'The copy could not be made. Nothing is lost on this page: try again.';
      return;
    }
    const { id } = (await response.json()) as { id: string };
    await goto(`/bench/${id}`, { invalidateAll: true });
  }
</script>

{#if bench.saving.state === 'conflict'}
  <div class="notice flex flex-wrap items-center gap-3" role="alert">
    <p class="grow">
      <strong>This arrangement was changed in another window.</strong>
      Your last {bench.saving.unsavedSteps.length === 1
        ? 'change is'
        : `${bench.saving.unsavedSteps.length} changes are`} not saved yet.
      {problem}
    </p>
    <button class="button button-main" onclick={() => bench.replayOnServerState()}
      >Make my changes on the newer one</button
    >
    <button class="button" onclick={keepCopy}>Keep mine as a copy</button>
  </div>
{:else if bench.saving.state === 'refused'}
  <div class="notice notice-fault" role="alert">
    The last change could not be saved: {bench.saving.message} Load the page again to go on from what is saved.
  </div>
{/if}
