<script lang="ts">
  import { useBench } from './bench-session.svelte';
  import CountBar from './count-bar.svelte';
  import MeasureBar from './measure-bar.svelte';
  import NoteBar from './note-bar.svelte';

  const bench = useBench();
</script>

<section
  aria-label="Selection"
  class="screen-only flex min-h-12 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-t border-line bg-paper px-4 py-1.5 text-sm"
>
  {#if bench.countAt}
    {#key bench.countAt}<CountBar place={bench.countAt} />{/key}
  {:else if bench.note}
    <NoteBar note={bench.note} />
  {:else if bench.range}
    <MeasureBar range={bench.range} />
  {:else}
    <p class="text-quiet">
      {#each bench.arrangement?.remarks ?? [] as remark (remark)}<span class="text-ink"
          >{remark}
        </span>{/each}
      Select a note to change it, or drag over measures to give them a texture of their own. <kbd>N</kbd> goes
      to the next snag, <kbd>Enter</kbd> says why a measure is so.
    </p>
  {/if}
</section>
