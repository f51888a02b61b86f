<script lang="ts">
  import { COUNTING_STYLES } from '$lib/core/document/choices/counting-styles.data';
  import { keyboardLabel } from '$lib/core/hands/keyboards.data';
  import { PEDAL_USES } from '$lib/core/learner/pedal-use';
  import { dayOf, longDay, shortDay } from '$lib/ui/parts/dates';
  import { spanLabel } from '$lib/core/learner/hands';
  import RecordMenu from '$lib/ui/records/record-menu.svelte';
  import EarlierEditions from '$lib/ui/register/earlier-editions.svelte';
  import GoalsOfPiece from '$lib/ui/register/goals-of-piece.svelte';
  import PlanToday from '$lib/ui/register/plan-today.svelte';
  import TempoChart from '$lib/ui/register/tempo-chart.svelte';
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
          learner.pedal
        ]} · counts in {COUNTING_STYLES[learner.countingStyle]}
        {#if learner.knownKeys}· knows {learner.knownKeys}{/if}
        {#if learner.notes}· {learner.notes}{/if}
      </p>
    </div>
    <div class="flex flex-wrap justify-end gap-2">
      <a class="button" href="/learners/{learner.id}/calendar.ics" download>Calendar</a>
      <a class="button" href="/learners/{learner.id}/log.csv" download>Log as CSV</a>
      <a class="button" href="/learners/{learner.id}/log">Bring in entries</a>
      <a class="button" href="/learners/{learner.id}/record.zip" download data-sveltekit-reload
        >Whole record</a
      >
      <a class="button" href="/learners/{learner.id}/stand">Stand</a>
      <a class="button" href="/learners/{learner.id}/takes">Takes</a>
      <a class="button" href="/learners/{learner.id}/links">Links</a>
      <a class="button" href="/learners/{learner.id}/profile">Hands and ways</a>
      <RecordMenu
        kind="learner"
        id={learner.id}
        name={learner.name}
        isArchived={learner.archivedAtMs !== null}
        away="/learners"
      />
    </div>
  </div>
  <PlanToday
    plan={data.plan}
    nameOf={(assignmentId, sectionId) => {
      const piece = data.assignments.find(({ id }) => id === assignmentId);
      return {
        title: piece?.title ?? '',
        section: piece?.sections.find(({ id }) => id === sectionId)?.name ?? '',
      };
    }}
    birthYear={learner.birthYear}
  />
  {#each data.assignments as assignment (assignment.id)}
    <section id="a{assignment.id}" class="mt-5" aria-labelledby="h{assignment.id}">
      <div class="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h2 id="h{assignment.id}">
          {assignment.title}
          <span class="font-normal text-quiet"
            >· {assignment.arrangementName}, edition {assignment.editionNumber}</span
          >
        </h2>
        <a href="/handouts/{assignment.editionId}?learner={learner.id}">Print</a>
        <a href="/bench/{assignment.arrangementId}">Bench</a>
        <span class="text-sm text-quiet">handed out {shortDay(dayOf(assignment.assignedAtMs))}</span>
        <span class="ml-auto">
          {#if assignment.next}Next: <strong
              >{assignment.next.section.name}, {assignment.next.stage.label.toLowerCase()}</strong
            >{:else}Every section is at tempo.{/if}
        </span>
      </div>
      {#if assignment.problem}
        <p class="notice notice-fault" role="alert">{assignment.problem}</p>
      {:else}
        {#if assignment.changes.length > 0}
          <div class="notice mb-2 text-sm">
            <p>New in edition {assignment.editionNumber}; stamps of the other sections were taken over.</p>
            <ul>
              {#each assignment.changes as { sectionId, sentence } (sectionId)}
                <li>
                  <strong>{assignment.sections.find(({ id }) => id === sectionId)?.name}</strong>, {sentence}
                </li>
              {/each}
            </ul>
          </div>
        {/if}
        <GoalsOfPiece
          assignmentId={assignment.id}
          title={assignment.title}
          targetBpm={assignment.targetBpm}
          today={data.today}
          goals={assignment.goals}
          sections={assignment.sections}
          forecast={assignment.forecast}
        />
        <Register {assignment} nowMs={data.nowMs} />
        {#if assignment.played.length > 0}
          <TempoChart
            sections={assignment.sections}
            played={assignment.played}
            targetBpm={assignment.targetBpm}
            goalDay={assignment.goalDay}
            forecasts={assignment.forecast?.forecast.sections ?? []}
          />
        {/if}
        <EarlierEditions editions={assignment.before} />
      {/if}
    </section>
  {:else}
    <p class="notice mt-4">
      Nothing has been handed out to {learner.name} yet. Open an arrangement on the Bench and choose “Hand out”.
    </p>
  {/each}
  {#if data.lessons.length > 0}
    <section class="mt-6" aria-labelledby="lessons-of">
      <h2 id="lessons-of">Lessons</h2>
      <ul>
        {#each data.lessons as lesson (lesson.id)}
          <li class="flex items-center gap-2">
            <span
              ><a href="/lessons/{lesson.id}"
                >{longDay(lesson.onDay)}{lesson.name ? `, ${lesson.name}` : ''}</a
              >{lesson.endedAtMs ? '' : ', not ended'}{lesson.note ? `: ${lesson.note}` : ''}</span
            >
            <RecordMenu
              kind="lesson"
              id={lesson.id}
              name={lesson.name}
              label="the lesson of {longDay(lesson.onDay)}"
            />
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  {#if data.imports.length > 0}
    <section class="mt-6" aria-labelledby="imports-of">
      <h2 id="imports-of">Entries brought in</h2>
      <ul>
        {#each data.imports as each (each.id)}
          <li class="flex items-center gap-2">
            <span
              >{each.fileName}: {each.entries}
              {each.entries === 1 ? 'entry' : 'entries'}, {longDay(dayOf(each.atMs))}</span
            >
            <RecordMenu kind="import" id={each.id} name={each.fileName} />
          </li>
        {/each}
      </ul>
    </section>
  {/if}
</div>
