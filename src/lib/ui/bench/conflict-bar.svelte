<script lang="ts">
  import { goto } from '$app/navigation';
  import { api } from '../api/api';
  import { useBench } from './bench-session.svelte';

  const { arrangementId }: { arrangementId: string } = $props();
  const bench = useBench();
  let problem = $state('');

  async function keepCopy() {
    const copy = await api.copyArrangement(arrangementId, bench.work.document);
    if (!copy.ok) {
      problem = 'The copy could not be made. Nothing is lost on this page: try again.';
      return;
    }
    // What waited is in the copy now: nothing is left behind here.
    bench.work.saving.acceptServerState();
    await goto(`/bench/${copy.value.id}`, { invalidateAll: true });
  }
</script>

{#if bench.work.saving.state === 'conflict'}
  <div class="notice flex flex-wrap items-center gap-3" role="alert">
    <p class="grow">
      <strong>This arrangement was changed in another window.</strong>
      Your last {bench.work.saving.unsavedSteps.length === 1
        ? 'change is'
        : `${bench.work.saving.unsavedSteps.length} changes are`} not saved yet.
      {problem}
    </p>
    <button class="button button-main" onclick={() => bench.work.replayOnServerState()}
      >Make my changes on the newer one</button
    >
    <button class="button" onclick={keepCopy}>Keep mine as a copy</button>
  </div>
{:else if bench.work.saving.state === 'refused'}
  <div class="notice notice-fault" role="alert">
    The last change could not be saved: {bench.work.saving.message} Load the page again to go on from what is saved.
  </div>
{/if}
