<script lang="ts">
  import type { ArrangingRules } from '$lib/core/ladder/rules';
  import RulesPreview from './rung-preview.svelte';
  import { RulesSession } from './rules-session.svelte';
  import RungTable from './rung-table.svelte';
  import WindowTable from './window-table.svelte';

  interface Props {
    rules: ArrangingRules;
    pieces: readonly { readonly id: string; readonly title: string; readonly revision: number }[];
  }

  const { rules, pieces }: Props = $props();
  // svelte-ignore state_referenced_locally
  const session = new RulesSession(rules);

  function warnBeforeLeaving(event: BeforeUnloadEvent) {
    if (session.isChanged) event.preventDefault();
  }

  function reset() {
    if (confirm('Take the ladder, textures and windows back to how Key Path comes? Your own rungs go.'))
      void session.reset();
  }
</script>

<svelte:window onbeforeunload={warnBeforeLeaving} />

<div class="px-4 py-4">
  <div class="mb-3 flex flex-wrap items-center gap-3">
    <h1>Studio: the ladder of rungs</h1>
    <div class="ml-auto flex flex-wrap items-center gap-2">
      <span class="text-sm" role="status">
        {#if session.faults.size > 0}<span class="fault"
            >{session.faults.size}
            {session.faults.size === 1 ? 'field needs' : 'fields need'} mending before this can be kept.</span
          >
        {:else if session.state === 'failed'}<span class="fault"
            >It could not be kept. Nothing is lost: try again.</span
          >
        {:else if session.state === 'saving'}Saving …
        {:else if session.state === 'saved' && !session.isChanged}Kept. Arrangements follow from now on;
          editions stay as printed.
        {:else if session.isChanged}Not kept yet.{/if}
      </span>
      <button class="button" onclick={reset}>As Key Path comes</button>
      <button class="button" disabled={!session.isChanged} onclick={() => session.takeBack()}
        >Take back</button
      >
      <button
        class="button button-main"
        disabled={!session.isChanged || session.faults.size > 0}
        onclick={() => void session.save()}>Keep</button
      >
    </div>
  </div>
  <section class="mb-5 border-y border-line bg-paper px-3 py-3" aria-label="Preview">
    <RulesPreview {session} {pieces} />
  </section>
  <section aria-label="Rungs" class="mb-6">
    <RungTable {session} />
  </section>
  <h2 class="mb-1">How low and high left-hand textures lie</h2>
  <p class="mb-2 text-quiet">
    By their lowest note. Narrow windows keep chords clear of mud below and of the tune above.
  </p>
  <WindowTable {session} />
</div>
