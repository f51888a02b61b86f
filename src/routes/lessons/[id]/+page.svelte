<script lang="ts">
  import InBrowser from '$lib/ui/parts/in-browser.svelte';
  import Lesson from '$lib/ui/lesson/lesson.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const names = $derived(data.learners.map(({ learner }) => learner.name).join(', '));
</script>

<svelte:head><title>Lesson, {names} · Key Path</title></svelte:head>
<h1 class="sr-only">Lesson, {names}</h1>
<!-- Marks wait in the browser’s own database, which the server does not have. -->
<InBrowser>
  {#key data.lesson.id}
    <Lesson
      opening={{
        lessonId: data.lesson.id,
        startedAtMs: data.lesson.startedAtMs,
        endedAtMs: data.lesson.endedAtMs,
        lengthMinutes: data.lesson.lengthMinutes,
        note: data.lesson.note,
        today: data.lesson.onDay,
        ways: data.ways,
        learners: data.learners,
      }}
      weeks={data.weeks}
    />
  {/key}
</InBrowser>
