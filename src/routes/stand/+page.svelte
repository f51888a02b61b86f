<script lang="ts">
  import { onMount } from 'svelte';
  import { keepForOffline } from '$lib/ui/stand/keep-for-offline';
  import TaskList from '$lib/ui/stand/task-list.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  let isKept = $state(false);

  onMount(async () => {
    const { list, link } = data;
    isKept = await keepForOffline(link, [
      '/stand',
      ...list.set.map(({ id }) => `/stand/tasks/${id}`),
      ...list.pieces.map(({ editionId }) => `/stand/editions/${editionId}`),
    ]);
  });
</script>

<svelte:head><title>What is set · Key Path</title></svelte:head>
<TaskList list={data.list} outboxName={data.outboxName} base="/stand" editions="/stand/editions" />
<p class="mx-auto max-w-3xl px-6 pb-6 text-sm text-quiet" role="status">
  {#if isKept}All of this opens here without a network too.{/if}
</p>
