<script lang="ts">
  import { enhance } from '$app/forms';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import StateWord from '$lib/ui/parts/state-word.svelte';
  import { longDay, shortDay } from '$lib/ui/parts/dates';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const RANK = { late: 0, 'at-risk': 1, 'too-early': 2, 'on-course': 3 } as const;
  const coming = $derived(
    data.goals
      .filter(({ isPast }) => !isPast)
      .sort((a, b) => (a.state ? RANK[a.state] : 2) - (b.state ? RANK[b.state] : 2) || a.onDay - b.onDay),
  );
  const past = $derived(data.goals.filter(({ isPast }) => isPast));
  const programmes = $derived(
    [
      ...new Set(
        data.goals
          .filter(({ event, isPast }) => event && !isPast)
          .map(({ event, onDay }) => `${onDay}/${event}`),
      ),
    ].map((name) => {
      const [day, ...event] = name.split('/');
      const items = data.goals
        .filter((goal) => `${goal.onDay}/${goal.event}` === name)
        .sort((a, b) => a.position - b.position);
      return { name, day: Number(day), event: event.join('/'), items };
    }),
  );
  function minutesIn(items: readonly { readonly minutes: number }[]): string {
    const whole = Math.ceil(items.reduce((sum, { minutes }) => sum + minutes, 0));
    return `${whole} ${whole === 1 ? 'minute' : 'minutes'}`;
  }
  /** The order with one piece moved. */
  function moved(ids: readonly string[], index: number, by: 1 | -1): readonly string[] {
    const list = [...ids];
    const [taken] = list.splice(index, 1);
    list.splice(index + by, 0, taken!);
    return list;
  }
</script>

<svelte:head><title>Goals · Key Path</title></svelte:head>

<div class="mx-auto max-w-6xl p-6">
  <div class="flex items-baseline gap-4">
    <h1>Goals</h1>
    <a class="ml-auto" href="/calendar.ics" download>Lessons and dates as a calendar</a>
  </div>
  {#if data.goals.length === 0}
    <p class="notice mt-4">
      No dates yet. Open a learner, and set a date for one of the pieces: the tempo to reach, and the
      occasion.
    </p>
  {:else}
    <table class="ruled mt-4">
      <thead
        ><tr
          ><th>State</th><th>Learner</th><th>Piece</th><th>Date</th><th
            >What is behind, and what would help</th
          ></tr
        ></thead
      >
      <tbody>
        {#each coming as goal (goal.id)}
          <tr>
            <td class="whitespace-nowrap"
              >{#if goal.state}<StateWord state={goal.state} />{/if}</td
            >
            <td class="font-bold"
              ><a href="/learners/{goal.learnerId}#a{goal.assignmentId}">{goal.learner}</a></td
            >
            <td
              >{goal.title}<span class="block text-sm text-quiet"
                >♩ {goal.targetBpm}{goal.isFromMemory ? ', from memory' : ''}</span
              ></td
            >
            <td class="whitespace-nowrap"
              >{shortDay(goal.onDay)}<span class="block text-sm text-quiet"
                >in {goal.onDay - data.today} days</span
              ></td
            >
            <td>
              {#if goal.behind.length > 0}<p>{goal.behind.join(', ')}</p>{/if}
              {#each goal.helps.slice(0, 2) as help (help.what)}
                <p class="text-sm">
                  {help.sentence} Then: <StateWord state={help.state} />{help.readyOnDay === null
                    ? ''
                    : `, about ${shortDay(help.readyOnDay)}`}.
                </p>
              {/each}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#each programmes as programme (programme.name)}
      <section class="mt-6" aria-label="Programme of {programme.event}">
        <h2>{programme.event}, {longDay(programme.day)}</h2>
        <p class="text-quiet">
          {programme.items.length}
          {programme.items.length === 1 ? 'piece' : 'pieces'}, about {minutesIn(programme.items)} of music
        </p>
        <ol class="mt-1 grid gap-1">
          {#each programme.items as item, index (item.id)}
            {@const ids = programme.items.map(({ id }) => id)}
            <li class="flex items-center gap-3">
              <span class="w-6 text-right tabular-nums text-quiet">{index + 1}</span>
              <span><strong>{item.learner}</strong>: {item.title}</span>
              <span class="text-sm text-quiet">{item.minutes.toFixed(1)} min</span>
              {#each [-1, 1] as const as by (by)}
                <form method="POST" action="?/order" use:enhance>
                  {#each moved(ids, index, by) as id (id)}<input type="hidden" name="id" value={id} />{/each}
                  <button
                    class="icon-button"
                    aria-label="{item.learner}, {by < 0 ? 'earlier' : 'later'}"
                    disabled={by < 0 ? index === 0 : index === ids.length - 1}
                    >{#if by < 0}<ArrowUp size={15} />{:else}<ArrowDown size={15} />{/if}</button
                  >
                </form>
              {/each}
            </li>
          {/each}
        </ol>
      </section>
    {/each}
    {#if past.length > 0}
      <details class="mt-6">
        <summary class="cursor-pointer text-quiet">Past, {past.length}</summary>
        <ul>
          {#each past as goal (goal.id)}<li>{shortDay(goal.onDay)}: {goal.learner}, {goal.title}</li>{/each}
        </ul>
      </details>
    {/if}
  {/if}
</div>
