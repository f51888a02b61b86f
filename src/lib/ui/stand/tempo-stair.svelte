<script lang="ts">
  interface Props {
    /** Tempos from the lowest step to the top. */
    tempos: readonly number[];
    at: number;
  }

  const { tempos, at }: Props = $props();

  const STEP = { width: 22, rise: 6 } as const;
  const foot = $derived(tempos.findLastIndex((tempo) => tempo <= at));
  const height = $derived(tempos.length * STEP.rise + 16);
</script>

<svg
  viewBox="0 0 {tempos.length * STEP.width} {height}"
  class="h-12 w-auto text-ink"
  role="img"
  aria-label="Tempo stair: step {foot + 1} of {tempos.length}, ♩ {at}; the top is ♩ {tempos.at(-1)}"
>
  {#each tempos as tempo, index (tempo)}
    {@const top = height - (index + 1) * STEP.rise}
    <rect
      x={index * STEP.width}
      y={top}
      width={STEP.width - 1}
      height={(index + 1) * STEP.rise}
      fill="currentColor"
      opacity={index === foot ? 0.85 : 0.18}
    />
    {#if index === foot || index === tempos.length - 1}
      <text
        x={index * STEP.width + STEP.width / 2}
        y={top - 3}
        text-anchor="middle"
        font-size="10"
        font-weight={index === foot ? 700 : 400}
        fill="currentColor">{tempo}</text
      >
    {/if}
  {/each}
</svg>
