<script lang="ts">
  import TaskList from '$lib/ui/stand/task-list.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>{data.list.nickname}: the stand · Key Path</title></svelte:head>
<p class="px-6 pt-4"><a href="/learners/{data.learnerId}">Back to the register</a></p>
<TaskList
  list={data.list}
  outboxName={data.outboxName}
  base="/learners/{data.learnerId}/stand"
  editions="/handouts"
/>
