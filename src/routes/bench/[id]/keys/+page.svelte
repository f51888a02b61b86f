<script lang="ts">
  import { onMount } from 'svelte';
  import Keys from '$lib/ui/keys/keys.svelte';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const { arrangement } = $derived(data);

  let isInBrowser = $state(false);
  onMount(() => {
    isInBrowser = true;
  });
</script>

<svelte:head><title>{arrangement.pieceTitle} · Keys · Key Path</title></svelte:head>

<h1 class="px-4 pt-3 text-lg">
  {arrangement.pieceTitle} <span class="font-normal text-quiet">· Keys · {arrangement.name}</span>
</h1>
<!-- Worked out by the browser’s own workers. -->
{#if isInBrowser}
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
{/if}
