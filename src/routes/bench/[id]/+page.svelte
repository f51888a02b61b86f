<script lang="ts">
  import Bench from '$lib/ui/bench/bench.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const { arrangement } = $derived(data);
</script>

<svelte:head><title>{arrangement.pieceTitle} · Bench · Key Path</title></svelte:head>

{#key arrangement.id}
  <Bench
    opening={{
      arrangementId: arrangement.id,
      revision: arrangement.revision,
      document: arrangement.document,
      steps: data.steps,
      learners: data.learners,
      rules: data.rules,
      pieceId: arrangement.pieceId,
      sourceRevision: arrangement.sourceRevision,
      recordingUrl: data.recordingUrl,
    }}
    title={arrangement.pieceTitle}
    name={arrangement.name}
    ladderUrl="/bench/{arrangement.id}/ladder"
    keysUrl="/bench/{arrangement.id}/keys"
    editions={data.editions}
    lines={data.lines}
  />
{/key}
