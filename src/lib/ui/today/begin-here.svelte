<script lang="ts">
  import { enhance } from '$app/forms';
  import { invalidateAll } from '$app/navigation';
  import type { DemoState } from '$lib/server/demo/demo-studio';

  interface Props {
    demo: DemoState;
    /** Why the last press came to nothing. */
    message: string | null;
  }

  const { demo, message }: Props = $props();

  const problem = $derived(demo.kind === 'failed' ? demo.message : message);
  const LOOK_EVERY_MS = 1_000;
  $effect(() => {
    if (demo.kind !== 'making') return;
    const timer = setInterval(() => void invalidateAll(), LOOK_EVERY_MS);
    return () => clearInterval(timer);
  });
</script>

<section class="mt-4 grid gap-2 bg-paper p-5" aria-labelledby="begin">
  <h2 id="begin">Begin here</h2>
  <ol class="grid list-decimal gap-2 pl-6">
    <li>
      <a class="font-bold" href="/learners#add">Add a learner</a>: a name and how far each hand reaches.
    </li>
    <li>
      <a class="font-bold" href="/pieces">Bring a piece</a>: a score, a chord chart, or a tune that you type
      or play.
    </li>
    <li>Arrange it for the learner on the Bench, hand it out, and its sections stand in the register.</li>
  </ol>
  {#if demo.kind === 'making'}
    <form method="POST" action="/?/stopMaking" use:enhance class="mt-2 flex flex-wrap items-center gap-3">
      <span role="status">The demo studio is being made, in about half a minute …</span>
      <progress class="w-40" max={demo.of} value={demo.done} aria-label="Parts of the demo studio made"
      ></progress>
      <button class="button">Cancel</button>
    </form>
  {:else}
    <form method="POST" action="/?/lookRound" use:enhance class="mt-2 flex flex-wrap items-center gap-3">
      <span
        >Or see first how it looks when it is in use: a made-up music room with eight learners and their
        tunes.</span
      >
      <button class="button">Look round the demo studio</button>
      {#if problem}<span class="fault" role="alert">{problem}</span>{/if}
    </form>
  {/if}
</section>
