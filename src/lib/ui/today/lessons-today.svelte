<script lang="ts">
  import { enhance } from '$app/forms';
  import { clockOf, WEEKDAYS, weekdayOf } from '$lib/core/practice/slots';
  import type { lessonDay } from '$lib/server/lesson-day';
  import { dayToField, shortDay } from '../parts/dates';
  import SheetDialog from '../parts/sheet-dialog.svelte';
  import StateWord from '../parts/state-word.svelte';

  const { lessons: data, message }: { lessons: ReturnType<typeof lessonDay>; message: string | null } =
    $props();
  let isAdding = $state(false);
  let isStarting = $state(false);
  type Lesson = (typeof data.lessons)[number];
  let moving = $state.raw<Lesson | null>(null);
  let isMoving = $state(false);
  /** The weekly lesson's own day, which an exception is kept by. */
  const ownDay = ({ movedFromDay }: Lesson) => movedFromDay ?? data.day;
</script>

<section aria-labelledby="lessons-heading">
  <div class="mb-2 flex flex-wrap items-center gap-3">
    <h2 id="lessons-heading">Lessons today</h2>
    <span class="ml-auto flex flex-wrap gap-2">
      <button class="button" disabled={data.everyone.length === 0} onclick={() => (isStarting = true)}
        >Start another lesson …</button
      >
      <button class="button" disabled={data.everyone.length === 0} onclick={() => (isAdding = true)}
        >Add a weekly lesson …</button
      >
    </span>
  </div>
  {#if message}<p class="fault mb-2" role="alert">{message}</p>{/if}
  {#if data.lessons.length === 0}
    <p class="notice">
      No lessons today. A weekly lesson has a day, a time and those who come; it then stands here on its day,
      with what was set and what is next.
    </p>
  {/if}
  <ol class="grid gap-3">
    {#each data.lessons as lesson (lesson.slotId)}
      <li class="grid grid-cols-[4.5rem_1fr_auto] items-start gap-x-4 border-t border-line pt-3">
        <p class="text-lg font-bold tabular-nums">{clockOf(lesson.minuteOfDay)}</p>
        <div class="grid gap-3">
          {#each lesson.learners as learner (learner.id)}
            <div>
              <h3 class="font-bold"><a href="/learners/{learner.id}">{learner.name}</a></h3>
              {#if learner.next.length > 0}
                <p>
                  Next: {#each learner.next as next, index (next.title)}{index > 0 ? '; ' : ''}{next.title},
                    <strong>{next.section}</strong>, {next.stage.toLowerCase()}{/each}
                </p>
              {:else}<p class="text-quiet">
                  {learner.hasPieces
                    ? 'Everything is at tempo: time for a new piece, or a faster one.'
                    : 'Nothing handed out yet.'}
                </p>{/if}
              {#if learner.troubles.length > 0}<p class="text-rust">
                  To mend: {learner.troubles.join('; ')}
                </p>{/if}
              {#if learner.bring.length > 0}
                <p>
                  Bring: {#each learner.bring as thing, index (thing.href)}{index > 0 ? '; ' : ''}<a
                      href={thing.href}>{thing.what}</a
                    >{/each}
                </p>
              {/if}
              {#each learner.atRisk as goal (goal.title)}
                <p><StateWord state={goal.state} /> for {goal.title} on {shortDay(goal.onDay)}</p>
              {/each}
              {#if learner.lastOnDay !== null}
                <details class="text-sm text-quiet">
                  <summary class="cursor-pointer"
                    >Set on {shortDay(learner.lastOnDay)}: {learner.set.length} things, {learner.marksSince} marked
                    since</summary
                  >
                  <ul class="list-disc pl-5">
                    {#each learner.set as sentence (sentence)}<li>{sentence}</li>{/each}
                  </ul>
                </details>
              {/if}
            </div>
          {/each}
        </div>
        <div class="flex flex-col items-end gap-1.5">
          {#if lesson.given?.endedAtMs}
            <a class="button" href="/lessons/{lesson.given.id}">Look at the lesson</a>
          {:else if lesson.given}
            <a class="button button-main" href="/lessons/{lesson.given.id}">Go on with the lesson</a>
          {:else}
            <form method="POST" action="/?/start">
              {#each lesson.learnerIds as id (id)}<input type="hidden" name="learnerId" value={id} />{/each}
              <input type="hidden" name="slotId" value={lesson.slotId} />
              <input type="hidden" name="lengthMinutes" value={lesson.lengthMinutes} />
              <button class="button button-main">Start the lesson</button>
            </form>
          {/if}
          <form method="POST" action="/?/except" use:enhance class="flex gap-2 text-sm">
            <input type="hidden" name="slotId" value={lesson.slotId} />
            <input type="hidden" name="day" value={ownDay(lesson)} />
            <button
              type="button"
              class="link"
              onclick={() => {
                moving = lesson;
                isMoving = true;
              }}>Move …</button
            >
            {#if lesson.movedFromDay !== null}
              <button class="link" name="do" value="restore">Back to {shortDay(lesson.movedFromDay)}</button>
            {/if}
            <button class="link" name="do" value="cancel">Cancel today’s lesson</button>
            <button class="link" name="do" value="remove">End the weekly lesson</button>
          </form>
        </div>
      </li>
    {/each}
  </ol>
  {#each data.fallen as gone (gone.slotId)}
    <form method="POST" action="/?/except" use:enhance class="mt-3 flex gap-2 text-sm">
      <input type="hidden" name="slotId" value={gone.slotId} />
      <input type="hidden" name="day" value={data.day} />
      <span
        >{clockOf(gone.minuteOfDay)}, {gone.names.join(', ')}: {gone.movedToDay === null
          ? 'cancelled today'
          : `moved to ${gone.movedToDay === data.day ? '' : `${shortDay(gone.movedToDay)}, `}${clockOf(gone.movedToMinute!)}`}</span
      >
      <button class="link" name="do" value="restore">As every week</button>
    </form>
  {/each}
  {#if data.others.length > 0}
    <p class="mt-3 text-sm">
      Also today: {#each data.others as lesson (lesson.id)}<a class="mr-2" href="/lessons/{lesson.id}"
          >{lesson.learnerIds
            .map((id) => data.everyone.find((each) => each.id === id)?.name)
            .join(', ')}{lesson.endedAtMs ? '' : ' (not ended)'}</a
        >{/each}
    </p>
  {/if}
</section>

{#snippet who()}
  <fieldset class="grid grid-cols-2 gap-x-4 gap-y-1">
    <legend class="mb-1 font-semibold">Who comes</legend>
    {#each data.everyone as { id, name } (id)}
      <label class="flex items-center gap-2"
        ><input type="checkbox" name="learnerId" value={id} /> {name}</label
      >
    {/each}
  </fieldset>
{/snippet}

<SheetDialog bind:open={isAdding} title="A weekly lesson">
  <form
    method="POST"
    action="/?/slot"
    class="grid gap-3"
    use:enhance={() =>
      async ({ result, update }) => {
        await update();
        if (result.type === 'success') isAdding = false;
      }}
  >
    {@render who()}
    <div class="grid grid-cols-3 gap-3">
      <label class="field"
        >Day<select name="weekday" value={String(weekdayOf(data.day))}
          >{#each WEEKDAYS as name, index (name)}<option value={String(index)}>{name}</option>{/each}</select
        ></label
      >
      <label class="field">Time<input type="time" name="time" value="15:30" required /></label>
      <label class="field"
        >Minutes<input
          type="number"
          name="lengthMinutes"
          min="5"
          max="240"
          value={data.lessonMinutes}
          required
        /></label
      >
    </div>
    {#if message}<p class="fault" role="alert">{message}</p>{/if}
    <div class="flex justify-end"><button class="button button-main">Add</button></div>
  </form>
</SheetDialog>

<SheetDialog bind:open={isStarting} title="Start a lesson">
  <form method="POST" action="/?/start" class="grid gap-3">
    {@render who()}
    <input type="hidden" name="lengthMinutes" value={data.lessonMinutes} />
    <div class="flex justify-end"><button class="button button-main">Start</button></div>
  </form>
</SheetDialog>

<SheetDialog bind:open={isMoving} title="Move this lesson">
  {#if moving}
    <form
      method="POST"
      action="/?/except"
      class="grid gap-3"
      use:enhance={() =>
        async ({ result, update }) => {
          await update();
          if (result.type === 'success') isMoving = false;
        }}
    >
      <p>{moving.learners.map(({ name }) => name).join(', ')}, this week only.</p>
      <input type="hidden" name="slotId" value={moving.slotId} />
      <input type="hidden" name="day" value={ownDay(moving)} />
      <div class="grid grid-cols-2 gap-3">
        <label class="field">Day<input type="date" name="date" value={dayToField(data.day)} required /></label
        >
        <label class="field"
          >Time<input type="time" name="time" value={clockOf(moving.minuteOfDay)} required /></label
        >
      </div>
      {#if message}<p class="fault" role="alert">{message}</p>{/if}
      <div class="flex justify-end">
        <button class="button button-main" name="do" value="move">Move</button>
      </div>
    </form>
  {/if}
</SheetDialog>
