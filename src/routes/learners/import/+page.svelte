<script lang="ts">
  import CsvImport from '$lib/ui/csv/csv-import.svelte';
  import type { PageProps } from './$types';

  const { form }: PageProps = $props();
</script>

<svelte:head><title>Bring in learners · Key Path</title></svelte:head>

<div class="mx-auto max-w-3xl p-6">
  <h1>Bring in learners</h1>
  <p class="text-quiet">
    A CSV file whose first line names the columns: name and, where you have them, birth_year, rung, span_left,
    span_right (semitones), notes. Nothing is kept before you have seen it.
  </p>
  <CsvImport {form} back={{ href: '/learners', label: 'To the learners' }} />
</div>
