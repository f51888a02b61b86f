<script lang="ts">
  import { dayOf, localEpochDay, longDay, shortDay } from '$lib/ui/parts/dates';
  import type { PageProps } from './$types';

  import BeginHere from '$lib/ui/today/begin-here.svelte';
  import LessonsToday from '$lib/ui/today/lessons-today.svelte';

  const { data, form }: PageProps = $props();
  const waiting = $derived(data.learners.filter(({ steps }) => steps.length === 0));
</script>

<svelte:head><title>Today · Key Path</title></svelte:head>

<div class="mx-auto max-w-6xl p-6">
  <h1>Today, {longDay(localEpochDay(data.nowMs))}</h1>
  {#if data.learners.length === 0 && data.inWork.length === 0}
    <BeginHere demo={data.demo} message={form?.message ?? null} />
  {:else}
    <div class="mt-4"><LessonsToday lessons={data.lessons} message={form?.message ?? null} /></div>
    <div class="mt-6 grid grid-cols-[minmax(0,1fr)] gap-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <section aria-labelledby="next-heading">
        <h2 id="next-heading" class="mb-2">Next step for each learner</h2>
        {#if data.learners.length === 0}
          <p class="notice">
            There are no learners yet. <a href="/learners#add">Add the first one</a>, with the reach of each
            hand.
          </p>
        {:else}
          {#if waiting.length < data.learners.length}
            <table class="ruled">
              <thead><tr><th>Learner</th><th>Piece</th><th>Next</th><th>Last stamped</th></tr></thead>
              <tbody>
                {#each data.learners as learner (learner.id)}
                  {#each learner.steps as step, index (step.assignmentId)}
                    <tr>
                      <td class="font-bold"
                        >{#if index === 0}<a href="/learners/{learner.id}">{learner.name}</a>{/if}</td
                      >
                      <td>{step.title}</td>
                      <td>
                        {#if step.problem}<span class="fault">{step.problem}</span>
                        {:else if step.section}
                          <a href="/learners/{learner.id}#a{step.assignmentId}"
                            ><strong>{step.section}</strong>: {step.stage}</a
                          >
                        {:else}All sections at tempo{/if}
                      </td>
                      <td class="text-quiet">{step.lastDay === null ? 'not yet' : shortDay(step.lastDay)}</td>
                    </tr>
                  {/each}
                {/each}
              </tbody>
            </table>
          {/if}
          {#if waiting.length > 0}
            <p class="mt-2 text-quiet">
              Nothing handed out yet to {#each waiting as learner, index (learner.id)}{index === 0
                  ? ''
                  : index === waiting.length - 1
                    ? ' and '
                    : ', '}<a href="/learners/{learner.id}">{learner.name}</a>{/each}.
            </p>
          {/if}
        {/if}
      </section>
      <section aria-labelledby="work-heading">
        <h2 id="work-heading" class="mb-2">Arrangements in work</h2>
        {#if data.inWork.length === 0}
          <p class="notice">
            Every arrangement is handed out as it stands. <a href="/pieces">Start another from a piece.</a>
          </p>
        {:else}
          <table class="ruled">
            <thead><tr><th>Piece</th><th>State</th><th>Changed</th></tr></thead>
            <tbody>
              {#each data.inWork as work (work.id)}
                <tr>
                  <td
                    ><a class="font-bold" href="/bench/{work.id}">{work.title}</a><span
                      class="block text-sm text-quiet">{work.name}</span
                    ></td
                  >
                  <td>{work.state}</td>
                  <td class="whitespace-nowrap text-quiet">{shortDay(dayOf(work.updatedAtMs))}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        {/if}
      </section>
    </div>
  {/if}
</div>
