<script lang="ts">
  import type { PictureNote } from '$lib/core/voicing/texture-picture';

  const { notes }: { notes: readonly PictureNote[] } = $props();

  const WIDTH = 56;
  const HEIGHT = 22;
  const THICK = 2.5;
  /** A third is seen as two lines; what is wider than this is drawn closer together. */
  const SEMITONES = 17;
  const lowest = $derived(Math.min(...notes.map(({ key }) => key)));
  const range = $derived(Math.max(SEMITONES, Math.max(...notes.map(({ key }) => key)) - lowest));
  const top = (key: number) => (HEIGHT - THICK) * (1 - (key - lowest) / range);
</script>

<!-- Time from left to right, the higher key above: how the figure goes, not how it is written. -->
<svg
  width={WIDTH}
  height={HEIGHT}
  viewBox="0 0 {WIDTH} {HEIGHT}"
  aria-hidden="true"
  class="shrink-0 text-sea"
>
  <line x1="0" x2={WIDTH} y1={HEIGHT - 0.5} y2={HEIGHT - 0.5} stroke="currentColor" stroke-opacity="0.25" />
  {#each notes as { at, length, key }, index (index)}
    <rect
      x={at * WIDTH + 0.5}
      y={top(key)}
      width={Math.max(2, length * WIDTH - 1.5)}
      height={THICK}
      rx="1"
      fill="currentColor"
    />
  {/each}
</svg>
