<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import LoaderCircle from '@lucide/svelte/icons/loader-circle';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
  import { useBench } from './bench-session.svelte';

  const bench = useBench();
  const words = {
    saved: 'Saved',
    saving: 'Saving …',
    waiting: 'Not saved. Trying again …',
    conflict: 'Not saved',
    refused: 'Not saved',
  } as const;
</script>

<span
  class="inline-flex items-center gap-1 text-sm whitespace-nowrap text-quiet"
  role="status"
  data-save-state={bench.work.saving.state}
>
  {#if bench.work.saving.state === 'saved'}<Check size={15} aria-hidden="true" />
  {:else if bench.work.saving.state === 'saving'}<LoaderCircle size={15} aria-hidden="true" />
  {:else}<TriangleAlert size={15} class="text-rust" aria-hidden="true" />{/if}
  {words[bench.work.saving.state]}
  {#if bench.work.saving.state === 'waiting'}{bench.work.saving.message}{/if}
</span>
