<script lang="ts">
  import ProfileForm from '$lib/ui/register/profile-form.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>{data.learner.name} · Hands and ways · Key Path</title></svelte:head>

<div class="mx-auto max-w-6xl p-6">
  <h1 class="mb-3">{data.learner.name} <span class="font-normal text-quiet">· hands and ways</span></h1>
  {#if data.problem}<p class="notice notice-fault mb-3" role="alert">{data.problem}</p>{/if}
  <ProfileForm data={data.form} rungs={data.rungs} back="/learners/{data.learner.id}" />
</div>
