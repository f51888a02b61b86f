<script lang="ts">
  import { enhance } from '$app/forms';
  import type { PieceForecast } from '$lib/server/learner-practice';
  import type { GoalRow } from '$lib/server/goals';
  import { dayToField, longDay, shortDay } from '../parts/dates';
  import SheetDialog from '../parts/sheet-dialog.svelte';
  import StateWord from '../parts/state-word.svelte';

  interface Props {
    assignmentId: string;
    title: string;
    targetBpm: number;
    today: number;
    goals: readonly GoalRow[];
    sections: readonly { readonly id: string; readonly name: string }[];
    forecast: PieceForecast | null;
  }
  const { assignmentId, title, targetBpm, today, goals, sections, forecast }: Props = $props();
  let isAdding = $state(false);
  let problem = $state('');
  const nameOf = (id: string) => sections.find((each) => each.id === id)?.name ?? '';
</script>

<div class="grid gap-1">
  {#each goals as goal (goal.id)}
    <form method="POST" action="?/dropGoal" use:enhance class="flex flex-wrap items-baseline gap-x-3">
      <input type="hidden" name="id" value={goal.id} />
      <span
        ><strong>{longDay(goal.onDay)}</strong>: at ♩ {goal.targetBpm}{goal.isFromMemory
          ? ', from memory'
          : ''}{goal.event ? `, ${goal.event}` : ''}</span
      >
      {#if forecast && goal.onDay >= today}<StateWord state={forecast.forecast.state} />{/if}
      <button class="link text-sm">Take the date away</button>
    </form>
  {/each}
  {#if forecast}
    <details class="text-sm" open={forecast.forecast.state === 'late'}>
      <summary class="cursor-pointer text-quiet">Section by section, and what would help</summary>
      <ul class="my-1">
        {#each forecast.forecast.sections as section (section.section)}
          <li>
            <strong>{nameOf(section.section)}</strong>: <StateWord state={section.state} />. {section.why}
          </li>
        {/each}
      </ul>
      {#if forecast.helps.length > 0}
        <p class="font-semibold">What would help</p>
        <ul class="list-disc pl-5">
          {#each forecast.helps as help (help.what)}
            <li>
              {help.sentence} Then: <StateWord state={help.state} />{help.readyOnDay === null
                ? ''
                : `, ready about ${shortDay(help.readyOnDay)}`}.
            </li>
          {/each}
        </ul>
      {/if}
    </details>
  {/if}
  <div>
    <button class="link text-sm" onclick={() => (isAdding = true)}>Set a date for this piece …</button>
  </div>
</div>

<SheetDialog bind:open={isAdding} title="A date for {title}">
  <form
    method="POST"
    action="?/addGoal"
    class="grid gap-3"
    use:enhance={() =>
      async ({ result, update }) => {
        await update();
        if (result.type === 'success') isAdding = false;
        else if (result.type === 'failure') problem = String(result.data?.['message'] ?? 'Check the date.');
      }}
  >
    <input type="hidden" name="assignmentId" value={assignmentId} />
    <div class="grid grid-cols-2 gap-3">
      <label class="field">Date<input type="date" name="date" min={dayToField(today)} required /></label>
      <label class="field"
        >Tempo, beats a minute<input
          type="number"
          name="targetBpm"
          min="20"
          max="320"
          value={targetBpm}
          required
        /></label
      >
    </div>
    <label class="field">Occasion<input name="event" maxlength="80" placeholder="Harbour concert" /></label>
    <label class="flex items-center gap-2"><input type="checkbox" name="isFromMemory" /> from memory</label>
    {#if problem}<p class="fault" role="alert">{problem}</p>{/if}
    <div class="flex justify-end"><button class="button button-main">Set the date</button></div>
  </form>
</SheetDialog>
