<script lang="ts">
  import { onDestroy } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { takeTimeline } from '$lib/core/playback/take-timeline';
  import { api } from '$lib/ui/api/api';
  import { dayOf, longDay } from '$lib/ui/parts/dates';
  import { Player } from '$lib/ui/playback/player.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const player = new Player();
  let problem = $state('');
  onDestroy(() => player.stop());

  async function hear(id: string) {
    const answer = await api.take(`/api/takes/${id}`);
    problem = answer.ok ? '' : answer.message;
    if (answer.ok) void player.play(() => Promise.resolve(takeTimeline(answer.value)), false);
  }

  async function remove(id: string) {
    const answer = await api.deleteTake(id);
    problem = answer.ok ? '' : answer.message;
    await invalidateAll();
  }

  const all = $derived(
    data.music.flatMap(({ title, own, models }) => [
      ...own.map((take) => ({ ...take, title, isModel: false })),
      ...models.map((take) => ({ ...take, title, isModel: true })),
    ]),
  );
</script>

<svelte:head><title>Takes of {data.learner.name} · Key Path</title></svelte:head>
<div class="mx-auto max-w-4xl p-6">
  <p class="mb-2"><a href="/learners/{data.learner.id}">Back to the register</a></p>
  <h1 class="mb-3">Takes of {data.learner.name}</h1>
  {#if problem}<p class="notice notice-fault" role="alert">{problem}</p>{/if}
  {#if all.length === 0}
    <p class="notice">
      Nothing was kept yet. After listening in the lesson or on the stand, a take can be kept: the learner’s
      own, or yours as the model to play along with.
    </p>
  {:else}
    <ul class="grid gap-2">
      {#each all as take (take.id)}
        <li class="grid gap-1 border-l-4 border-line bg-paper px-3 py-2">
          <div class="flex flex-wrap items-center gap-2">
            <strong>{take.title}, {take.section}</strong>
            <span class="text-quiet"
              >{take.isModel ? 'your playing' : 'the learner’s'}{take.hand ? `, ${take.hand} hand` : ''}, {longDay(
                dayOf(take.createdAtMs),
              )}</span
            >
            <span class="ml-auto flex gap-2">
              <button class="button" onclick={() => void hear(take.id)}>Hear it</button>
              <a class="button" href="/api/takes/{take.id}?format=mid" download data-sveltekit-reload
                >Save as MIDI</a
              >
              <button class="button" onclick={() => void remove(take.id)}>Delete for good</button>
            </span>
          </div>
          {#if take.heard.length > 0}
            <details>
              <summary>{take.heard[0]}</summary>
              <ul class="ml-4 list-disc">
                {#each take.heard.slice(1) as sentence, index (index)}<li>{sentence}</li>{/each}
              </ul>
            </details>
          {/if}
        </li>
      {/each}
    </ul>
    {#if player.state === 'playing'}<button class="button mt-3" onclick={() => player.stop()}>Stop</button
      >{/if}
  {/if}
</div>
