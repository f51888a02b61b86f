<script lang="ts">
  import CsvImport from '$lib/ui/csv/csv-import.svelte';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
</script>

<svelte:head><title>Bring in practice entries · Key Path</title></svelte:head>

<div class="mx-auto max-w-3xl p-6">
  <h1>Bring in practice entries of {data.learner.name}</h1>
  <p class="text-quiet">
    A CSV file whose first line names the columns: date, piece, section, stage, and, where you have them,
    mark, tempo, clean_runs, failed_runs, minutes. Nothing is kept before you have seen it.
    <a href="/learners/{data.learner.id}/log.csv" download>The log as it is now</a> has the same form.
  </p>
  <CsvImport {form} back={{ href: `/learners/${data.learner.id}`, label: `To ${data.learner.name}` }} />
</div>
