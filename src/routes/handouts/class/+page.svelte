<script lang="ts">
  import { onDestroy } from 'svelte';
  import { ClassFile } from '$lib/ui/handout/class-file.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const file = new ClassFile();
  let chosen = $state.raw<ReadonlySet<string>>(new Set());
  onDestroy(() => file.cancel());

  const keyOf = (learnerId: string, editionId: string) => `${learnerId}/${editionId}`;
  const wanted = $derived(
    data.learners.flatMap(({ id: learnerId, music }) =>
      music.flatMap(({ editionId }) =>
        chosen.has(keyOf(learnerId, editionId)) ? [{ learnerId, editionId }] : [],
      ),
    ),
  );

  function toggle(key: string) {
    const next = new Set(chosen);
    if (!next.delete(key)) next.add(key);
    chosen = next;
  }

  function all() {
    chosen = new Set(
      data.learners.flatMap(({ id, music }) => music.map(({ editionId }) => keyOf(id, editionId))),
    );
  }
</script>

<svelte:head><title>Print for several learners · Key Path</title></svelte:head>
<div class="mx-auto max-w-3xl p-6">
  <h1 class="mb-2">Print for several learners</h1>
  <p class="mb-4 text-quiet">
    One file, learner after learner, each with the sheets chosen on the learner’s own handout.
  </p>
  <div class="mb-4 flex flex-wrap items-center gap-2">
    <button class="button" onclick={all}>Choose all</button>
    <button class="button" onclick={() => (chosen = new Set())} disabled={chosen.size === 0}
      >Choose none</button
    >
    {#if file.state === 'working'}
      <button class="button" onclick={() => file.cancel()}>Cancel</button>
      <progress max={file.of} value={file.done} aria-label="Handouts laid out"></progress>
      <span role="status">{file.done} of {file.of} laid out</span>
    {:else}
      <button class="button button-main" disabled={wanted.length === 0} onclick={() => void file.make(wanted)}
        >One file of {wanted.length} {wanted.length === 1 ? 'handout' : 'handouts'}</button
      >
      <span role="status">{file.message}</span>
    {/if}
  </div>
  {#if data.learners.every(({ music }) => music.length === 0)}
    <p class="notice">Nobody has music yet. Hand something out from the Bench first.</p>
  {/if}
  <ul class="grid gap-3">
    {#each data.learners.filter(({ music }) => music.length > 0) as { id, name, music } (id)}
      <li class="border-l-4 border-line bg-paper px-3 py-2">
        <fieldset>
          <legend class="font-bold">{name}</legend>
          {#each music as { editionId, title, editionNumber } (editionId)}
            <label class="flex items-center gap-2"
              ><input
                type="checkbox"
                checked={chosen.has(keyOf(id, editionId))}
                onchange={() => toggle(keyOf(id, editionId))}
              />{title}, edition {editionNumber}</label
            >
            <a class="ml-6 text-sm" href="/handouts/{editionId}?learner={id}">choose its sheets</a>
          {/each}
        </fieldset>
      </li>
    {/each}
  </ul>
</div>
