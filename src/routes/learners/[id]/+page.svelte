<script lang="ts">
  import { COUNTING_STYLES, type CountingStyle } from '$lib/core/document/choices/counting-styles.data';
  import { keyboardLabel } from '$lib/core/hands/keyboards.data';
  import { PEDAL_USES, type PedalUse } from '$lib/core/learner/pedal-use';
  import { dayOf, shortDay } from '$lib/ui/parts/dates';
  import { spanLabel } from '$lib/ui/register/learner-schema';
  import Register from '$lib/ui/register/register.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const { learner } = $derived(data);
</script>

<svelte:head><title>{learner.name} · Key Path</title></svelte:head>

<div class="p-6">
  <div class="flex items-start justify-between gap-4">
    <div>
      <h1>{learner.name}</h1>
      <p class="text-quiet">
        Rung {learner.rung} · left hand reaches {spanLabel(learner.spanLeftSemitones)}, right hand {spanLabel(
          learner.spanRightSemitones,
        )} · {keyboardLabel(learner.keyboardLowest, learner.keyboardHighest)} · pedal: {PEDAL_USES[
          learner.pedal as PedalUse
        ]} · counts in {COUNTING_STYLES[learner.countingStyle as CountingStyle]}
        {#if learner.knownKeys}· knows {learner.knownKeys}{/if}
        {#if learner.notes}· {learner.notes}{/if}
      </p>
    </div>
    <a class="button" href="/learners/{learner.id}/profile">Hands and ways</a>
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
