<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Snag } from '$lib/core/snags/snag';
  import { useBench } from './bench-session.svelte';
  import { reasonAside } from './measure-facts';

  /** One thing to mend: what would mend it, or why it may stay. */
  const { snag, children }: { snag: Snag; children: Snippet } = $props();
  const bench = useBench();
  let isAsking = $state(false);
  let said = $state('');
  const reason = $derived(
    bench.work.arrangement && reasonAside(snag, bench.work.arrangement, bench.work.measurePins),
  );

  function setAside(event: SubmitEvent) {
    event.preventDefault();
    if (said.trim() === '') return;
    bench.measures.setAside(snag, said);
    isAsking = false;
  }
</script>

{#if reason !== null}
  <p class="text-quiet">
    {snag.sentence}
    <span class="text-ink">Set aside: {reason}</span>
    <button class="link" onclick={() => bench.measures.setAside(snag, null)}>Bring it back</button>
  </p>
{:else}
  <p class="font-semibold text-rust">{snag.sentence}</p>
  {@render children()}
  {#if isAsking}
    <!-- Letters that are typed here are no choices. -->
    <form class="mb-2 flex flex-wrap items-end gap-2" onsubmit={setAside}>
      <label class="field grow"
        >Why it may stay
        <!-- svelte-ignore a11y_autofocus -->
        <input
          bind:value={said}
          autofocus
          maxlength="200"
          placeholder="She rolls it well"
          onkeydown={(event) => {
            if (event.key === 'Escape') isAsking = false;
            event.stopPropagation();
          }}
        /></label
      >
      <button class="button" disabled={said.trim() === ''}>Set it aside</button>
      <button class="button" type="button" onclick={() => (isAsking = false)}>Cancel</button>
    </form>
  {:else}
    <button class="link mb-1.5 text-sm" onclick={() => (isAsking = true)}>Leave it, with a reason …</button>
  {/if}
{/if}
