<script lang="ts">
  import InBrowser from '$lib/ui/parts/in-browser.svelte';
  import Keys from '$lib/ui/keys/keys.svelte';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const { arrangement } = $derived(data);
</script>

<svelte:head><title>{arrangement.pieceTitle} · Keys · Key Path</title></svelte:head>

<h1 class="px-4 pt-3 text-lg">
  {arrangement.pieceTitle} <span class="font-normal text-quiet">· Keys · {arrangement.name}</span>
</h1>
<!-- Worked out by the browser’s own workers. -->
<InBrowser>
  {#key arrangement.revision}
    <Keys
      arrangementId={arrangement.id}
      document={arrangement.document}
      whom={data.whom}
      voice={data.voice}
      transpose={data.transpose}
      pieceId={arrangement.pieceId}
      sourceRevision={arrangement.sourceRevision}
      message={form?.message ?? null}
    />
  {/key}
</InBrowser>
