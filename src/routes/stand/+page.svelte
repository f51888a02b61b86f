<script lang="ts">
  import { onMount } from 'svelte';
  import { keepForOffline } from '$lib/ui/stand/keep-for-offline';
  import TaskList from '$lib/ui/stand/task-list.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();

  onMount(() => {
    const { list, link } = data;
    void keepForOffline(link, [
      '/stand',
      ...list.set.map(({ id }) => `/stand/tasks/${id}`),
      ...list.pieces.map(({ editionId }) => `/stand/editions/${editionId}`),
    ]);
  });
</script>

<svelte:head><title>What is set · Key Path</title></svelte:head>
<TaskList list={data.list} base="/stand" editions="/stand/editions" />
