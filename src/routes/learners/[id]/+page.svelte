<script lang="ts">
  import SheetDialog from '$lib/ui/parts/sheet-dialog.svelte';
  import { dayOf, shortDay } from '$lib/ui/parts/dates';
  import LearnerForm from '$lib/ui/register/learner-form.svelte';
  import { spanLabel } from '$lib/ui/register/learner-schema';
  import Register from '$lib/ui/register/register.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const { learner } = $derived(data);
  let isChanging = $state(false);
</script>

<svelte:head><title>{learner.name} · Key Path</title></svelte:head>

<div class="p-6">
  <div class="flex items-start justify-between gap-4">
    <div>
      <h1>{learner.name}</h1>
      <p class="text-quiet">
        Rung {learner.rung} · left hand reaches {spanLabel(learner.spanLeftSemitones)}, right hand {spanLabel(
          learner.spanRightSemitones,
        )} · counts 1 & 2 &
        {#if learner.notes}· {learner.notes}{/if}
      </p>
    </div>
    <button class="button" onclick={() => (isChanging = true)}>Change …</button>
  </div>
  {#each data.assignments as assignment (assignment.id)}
    <section id="a{assignment.id}" class="mt-5" aria-labelledby="h{assignment.id}">
      <div class="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h2 id="h{assignment.id}">
          {assignment.title}
          <span class="font-normal text-quiet">· {assignment.name}, edition {assignment.editionNumber}</span>
        </h2>
        <a href="/handouts/{assignment.editionId}">Print</a>
        <a href="/bench/{assignment.arrangementId}">Bench</a>
        <span class="text-sm text-quiet">handed out {shortDay(dayOf(assignment.assignedAtMs))}</span>
        <span class="ml-auto">
          {#if assignment.next}Next: <strong
              >{assignment.next.section.name}, {assignment.next.stage.label.toLowerCase()}</strong
            >{:else}Every section is at tempo.{/if}
        </span>
      </div>
      <Register {assignment} nowMs={data.nowMs} />
    </section>
  {:else}
    <p class="notice mt-4">
      Nothing has been handed out to {learner.name} yet. Open an arrangement on the Bench and choose “Hand out”.
    </p>
  {/each}
</div>

<SheetDialog bind:open={isChanging} title="Change {learner.name}">
  <LearnerForm data={data.form} action="?/change" submit="Save" />
</SheetDialog>
