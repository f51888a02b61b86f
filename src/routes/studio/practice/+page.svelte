<script lang="ts">
  import { enhance } from '$app/forms';
  import { DEFAULT_WAYS } from '$lib/core/practice/ways';
  import { STAGES } from '$lib/core/practice/stages.data';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const { ways } = $derived(data);
  const restOf = (age: number) =>
    ways.rests.steps.find(({ underAge }) => underAge === age)?.afterMinutes ?? 20;
</script>

<svelte:head><title>Practice · Studio · Key Path</title></svelte:head>

{#snippet figure(label: string, name: string, value: number, least: number, most: number, why: string)}
  <label class="field"
    >{label}<input type="number" {name} {value} min={least} max={most} required />
    <span class="text-sm font-normal text-quiet">{why}</span></label
  >
{/snippet}

<div class="mx-auto max-w-4xl p-6">
  <h1>How the studio practises</h1>
  {#if data.problem}<p class="notice notice-fault mt-3" role="alert">{data.problem}</p>{/if}
  <form
    method="POST"
    action="?/keep"
    class="mt-4 grid gap-6"
    use:enhance={() =>
      ({ update }) =>
        update({ reset: false })}
  >
    <fieldset>
      <legend class="mb-1 font-bold">Stages</legend>
      <p class="text-sm text-quiet">
        What a section goes through. Those that a piece has no use for drop out by themselves; each learner
        begins with the right hand or the left.
      </p>
      <div class="mt-2 grid grid-cols-2 gap-1 md:grid-cols-3">
        {#each STAGES as { id, label } (id)}
          <label class="flex items-center gap-2"
            ><input
              type="checkbox"
              name="stage"
              value={id}
              checked={ways.stages === null || ways.stages.includes(id)}
            />
            {label}</label
          >
        {/each}
      </div>
    </fieldset>
    <fieldset class="grid gap-3 md:grid-cols-2">
      <legend class="mb-1 font-bold">Tempo</legend>
      {@render figure(
        'Begins at, % of the target',
        'startShare',
        ways.ladder.startShare,
        10,
        100,
        'Never under 30 beats a minute.',
      )}
      {@render figure(
        'A step, % of the target',
        'stepShare',
        ways.ladder.stepShare,
        2,
        20,
        'Tempo rises when it is clean, not to get it over.',
      )}
      {@render figure(
        'Clean runs in a row that pass',
        'cleanRuns',
        ways.ladder.cleanRuns,
        1,
        9,
        'One is enough on the steps below the top.',
      )}
      {@render figure(
        'Failed tries before a step down',
        'failedTries',
        ways.ladder.failedTries,
        1,
        9,
        'What fails twice is too fast.',
      )}
    </fieldset>
    <fieldset class="grid gap-3 md:grid-cols-2">
      <legend class="mb-1 font-bold">Rests, after minutes</legend>
      {#each DEFAULT_WAYS.rests.steps as { underAge } (underAge)}
        {@render figure(`Under ${underAge} years`, `under${underAge}`, restOf(underAge), 1, 120, '')}
      {/each}
      {@render figure('Older', 'adult', ways.rests.adultAfterMinutes, 1, 120, '')}
      {@render figure(
        'Where a piece strains the hand',
        'strained',
        ways.rests.strainedAfterMinutes,
        1,
        120,
        'Octaves, wide stretches, repeated chords.',
      )}
      {@render figure('Length of a rest', 'restMinutes', ways.rests.restMinutes, 1, 30, 'Hands down.')}
    </fieldset>
    <fieldset class="grid gap-3 md:grid-cols-2">
      <legend class="mb-1 font-bold">Lessons</legend>
      {@render figure('Length of a lesson', 'lessonMinutes', ways.lessonMinutes, 10, 180, '')}
      <label class="field"
        >Time zone<select name="timeZone" value={ways.timeZone}
          ><option value="UTC">UTC</option>{#each data.zones as zone (zone)}<option value={zone}
              >{zone}</option
            >{/each}</select
        >
        <span class="text-sm font-normal text-quiet">Days and lesson times are told in it.</span></label
      >
    </fieldset>
    {#if form?.message}<p class="fault" role="alert">{form.message}</p>{:else if form}<p role="status">
        Kept.
      </p>{/if}
    <div class="flex gap-2">
      <button class="button button-main">Keep</button>
      <button class="button" formaction="?/reset" formnovalidate>As it comes</button>
    </div>
  </form>
</div>
