<script lang="ts">
  import InBrowser from '$lib/ui/parts/in-browser.svelte';
  import Ladder from '$lib/ui/ladder/ladder.svelte';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const { arrangement } = $derived(data);
</script>

<svelte:head><title>{arrangement.pieceTitle} · Ladder · Key Path</title></svelte:head>

<h1 class="px-4 pt-3 text-lg">
  {arrangement.pieceTitle} <span class="font-normal text-quiet">· Ladder · {arrangement.name}</span>
</h1>
<!-- Worked out by the browser’s own workers. -->
<InBrowser>
  {#key arrangement.revision}
    <Ladder
      arrangementId={arrangement.id}
      document={arrangement.document}
      whom={data.whom}
      pieceId={arrangement.pieceId}
      sourceRevision={arrangement.sourceRevision}
      siblings={data.siblings}
      message={form?.message ?? null}
    />
  {/key}
</InBrowser>
