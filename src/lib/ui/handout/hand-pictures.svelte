<script lang="ts">
  import type { HandPicture } from '$lib/core/handout/handout-notes';
  import KeyboardPicture from '../parts/keyboard-picture.svelte';

  const { pictures }: { pictures: readonly HandPicture[] } = $props();

  /** A little more of the keyboard than the hand covers, so that the place can be found. */
  const [BELOW, ABOVE] = [3, 4];
</script>

<h2 class="mb-1 text-lg">Where the hands lie</h2>
<div class="grid grid-cols-3 gap-x-5 gap-y-3">
  {#each pictures as { section, hand, name, keys }, index (index)}
    <figure>
      <KeyboardPicture
        lowest={Math.max(21, keys[0]!.key - BELOW)}
        highest={Math.min(108, keys.at(-1)!.key + ABOVE)}
        marks={new Map(keys.map(({ key, finger }) => [key, String(finger)]))}
        label="{name}, {hand} hand"
      />
      <figcaption class="text-sm">
        <strong>{section}</strong>, {hand} hand: {name}
      </figcaption>
    </figure>
  {/each}
</div>
