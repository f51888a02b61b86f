<script lang="ts">
  import { goto } from '$app/navigation';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import X from '@lucide/svelte/icons/x';
  import { dragHandle, dragHandleZone } from 'svelte-dnd-action';
  import { toast } from 'svelte-sonner';
  import type { WeekTask } from '$lib/core/practice/week-tasks';
  import { api } from '../api/api';
  import { newId } from '../parts/new-id';
  import type { LessonSession } from './lesson-session.svelte';
  import type { WeekOfLearner } from './week-of-learner';

  interface Props {
    session: LessonSession;
    weeks: readonly WeekOfLearner[];
    onclose: () => void;
  }
  const { session, weeks, onclose }: Props = $props();

  interface Row extends WeekTask {
    readonly id: string;
  }
  const rowsOf = (tasks: readonly WeekTask[]): Row[] =>
    tasks.map(({ assignmentId, sectionId, what, stage, tempoBpm, minutes, sentence }) => ({
      ...{ assignmentId, sectionId, what, stage, tempoBpm, minutes, sentence },
      id: newId(),
    }));
  // What was set stands; where nothing was, the plan proposes.
  // svelte-ignore state_referenced_locally
  const lists = $state(
    Object.fromEntries(
      weeks.map(({ learnerId, set, proposed }) => [learnerId, rowsOf(set.length > 0 ? set : proposed)]),
    ),
  );
  // svelte-ignore state_referenced_locally
  let note = $state(session.opening.note);
  let isSaving = $state(false);
  const learnerId = $derived(session.line?.who.learner.id ?? '');
  const rows = $derived(lists[learnerId] ?? []);
  const total = $derived(rows.reduce((sum, { minutes }) => sum + (Number(minutes) || 0), 0));
  const most = $derived(session.line?.who.limits.minutesADay ?? 0);

  function move(index: number, by: 1 | -1) {
    const list = [...rows];
    const [taken] = list.splice(index, 1);
    list.splice(index + by, 0, taken!);
    lists[learnerId] = list;
  }

  const written = () =>
    JSON.stringify([Object.values(lists).map((list) => list.map(({ id: _, ...row }) => row)), note]);
  // What the plan proposes is kept by nobody's wish, and lost by nobody's.
  let kept = written();
  // svelte-ignore state_referenced_locally
  session.week = { isChanged: () => written() !== kept, save: () => save(false) };

  async function save(isEnd: boolean): Promise<boolean> {
    isSaving = true;
    for (const [learner, tasks] of Object.entries(lists)) {
      const set = tasks.filter(({ sentence }) => sentence.trim() !== '');
      const saved = await api.writeLesson(session.opening.lessonId, {
        do: 'set',
        learnerId: learner,
        tasks: set.map(({ id: _, ...task }) => ({
          ...task,
          minutes: Math.round(Number(task.minutes) || 0),
        })),
      });
      if (!saved.ok) {
        isSaving = false;
        toast.error(saved.message);
        return false;
      }
    }
    const noted = await api.writeLesson(session.opening.lessonId, { do: 'note', note });
    const ended = isEnd ? await api.writeLesson(session.opening.lessonId, { do: 'end' }) : noted;
    isSaving = false;
    if (!noted.ok || !ended.ok) {
      toast.error(noted.ok ? 'The lesson was not ended.' : 'The note was not saved.');
      return false;
    }
    kept = written();
    toast.success('The week is set.');
    if (isEnd) await goto('/');
    return true;
  }
</script>

<section
  class="max-h-[55vh] shrink-0 overflow-y-auto border-t-2 border-sea bg-paper px-4 py-3"
  aria-label="For the week"
>
  <div class="flex items-baseline gap-4">
    <h2>For the week: {session.line?.who.learner.name}</h2>
    <span class="text-quiet {total > most ? 'text-rust' : ''}">{total} of {most} minutes a day</span>
    <button class="icon-button ml-auto" aria-label="Close" onclick={onclose}><X size={16} /></button>
  </div>
  <ol
    class="mt-2 grid gap-1.5"
    use:dragHandleZone={{ items: rows, flipDurationMs: 0 }}
    onconsider={(event) => (lists[learnerId] = event.detail.items)}
    onfinalize={(event) => (lists[learnerId] = event.detail.items)}
  >
    {#each rows as row, index (row.id)}
      <li class="flex items-center gap-2 bg-paper">
        <span class="cursor-grab px-1 text-quiet" use:dragHandle aria-label="Drag task {index + 1}">⋮⋮</span>
        <input
          class="field-inline min-w-0 grow"
          aria-label="Task {index + 1}"
          maxlength="400"
          bind:value={row.sentence}
        />
        <label class="whitespace-nowrap"
          ><input
            class="field-inline w-16"
            type="number"
            min="0"
            max="120"
            aria-label="Minutes of task {index + 1}"
            bind:value={row.minutes}
          /> min</label
        >
        <button
          class="icon-button"
          aria-label="Task {index + 1} earlier"
          disabled={index === 0}
          onclick={() => move(index, -1)}><ArrowUp size={15} /></button
        >
        <button
          class="icon-button"
          aria-label="Task {index + 1} later"
          disabled={index === rows.length - 1}
          onclick={() => move(index, 1)}><ArrowDown size={15} /></button
        >
        <button
          class="icon-button"
          aria-label="Leave task {index + 1} out"
          onclick={() => (lists[learnerId] = rows.filter((each) => each !== row))}><X size={15} /></button
        >
      </li>
    {:else}
      <li class="text-quiet">Nothing is set yet.</li>
    {/each}
  </ol>
  <div class="mt-2 flex flex-wrap items-end gap-3">
    <button
      class="button"
      onclick={() =>
        (lists[learnerId] = [
          ...rows,
          ...rowsOf([
            {
              assignmentId: session.line?.piece?.assignmentId ?? null,
              sectionId: session.line?.standing?.section.id ?? null,
              what: 'new',
              stage: session.line?.stage?.id ?? 'listen',
              tempoBpm: session.line?.tempoBpm ?? null,
              minutes: 5,
              sentence: '',
            },
          ]),
        ])}>Add a task</button
    >
    <label class="field grow">Note of the lesson<input bind:value={note} maxlength="2000" /></label>
    <button class="button" disabled={isSaving} onclick={() => save(false)}>Set the week</button>
    <a class="button" href="/messages?learner={learnerId}">Write it home</a>
    <button class="button button-main" disabled={isSaving} onclick={() => save(true)}
      >Set it and end the lesson</button
    >
  </div>
</section>
