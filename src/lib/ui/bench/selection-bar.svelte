<script lang="ts">
  import { useBench } from './bench-session.svelte';
  import CountBar from './count-bar.svelte';
  import MeasureBar from './measure-bar.svelte';
  import NoteBar from './note-bar.svelte';

  const bench = useBench();
  const remarks = $derived(bench.work.arrangement?.remarks.join(' ') ?? '');
</script>

<section
  aria-label="Selection"
  class="screen-only flex min-h-12 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-t border-line bg-paper px-4 py-1.5 text-sm"
>
  {#if bench.selection.countAt}
    {#key bench.selection.countAt}<CountBar place={bench.selection.countAt} />{/key}
  {:else if bench.selection.note}
    <NoteBar note={bench.selection.note} />
  {:else if bench.selection.range}
    <MeasureBar range={bench.selection.range} />
  {:else}
    <p class="text-quiet">
      {#if remarks}<span class="text-ink">{remarks}</span>{/if}
      Select a note to change it, or drag over measures to give them a texture of their own. <kbd>N</kbd> goes
      to the next measure to mend, <kbd>Enter</kbd> says why a measure is so.
    </p>
  {/if}
</section>
