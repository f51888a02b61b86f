<script lang="ts">
  import { pianoKeyName } from '$lib/core/pitch/key-name';

  interface Props {
    /** Lowest and highest key shown, MIDI numbers; widened to whole white keys. */
    lowest: number;
    highest: number;
    /** What is written on marked keys. */
    marks?: ReadonlyMap<number, string>;
    label: string;
    /** With it, keys are buttons. */
    onpress?: (key: number) => void;
    /** With it, keys are held as long as they are pressed. */
    onrelease?: (key: number) => void;
    /** Takes all the width there is. */
    isWide?: boolean;
  }

  const { lowest, highest, marks = new Map(), label, onpress, onrelease, isWide = false }: Props = $props();

  const WHITE_WIDTH = 24;
  const WHITE_HEIGHT = 96;
  const BLACK_WIDTH = 14;
  const BLACK_HEIGHT = 60;
  const isBlack = (key: number) => [1, 3, 6, 8, 10].includes(key % 12);

  const from = $derived(isBlack(lowest) ? lowest - 1 : lowest);
  const to = $derived(isBlack(highest) ? highest + 1 : highest);
  const keys = $derived.by(() => {
    let x = 0;
    return Array.from({ length: to - from + 1 }, (_, index) => {
      const key = from + index;
      const black = isBlack(key);
      const at = black ? x - BLACK_WIDTH / 2 : x;
      if (!black) x += WHITE_WIDTH;
      return { key, black, at };
    });
  });
  const width = $derived(keys.filter((each) => !each.black).length * WHITE_WIDTH);
  const ordered = $derived([...keys.filter((each) => !each.black), ...keys.filter((each) => each.black)]);
</script>

<svg
  viewBox="-1 -1 {width + 2} {WHITE_HEIGHT + 2}"
  class="block h-auto w-full"
  style:max-width={isWide ? undefined : `${width * 1.15}px`}
  role={onpress ? 'group' : 'img'}
  aria-label={label}
>
  {#each ordered as { key, black, at } (key)}
    {@const mark = marks.get(key)}
    {@const height = black ? BLACK_HEIGHT : WHITE_HEIGHT}
    {@const wide = black ? BLACK_WIDTH : WHITE_WIDTH}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <g
      role={onpress ? 'button' : undefined}
      tabindex={onpress ? -1 : undefined}
      aria-label={onpress ? pianoKeyName(key) : undefined}
      class={onpress ? 'cursor-pointer' : ''}
      onclick={() => {
        if (!onrelease) onpress?.(key);
      }}
      onpointerdown={(event) => {
        if (!onrelease) return;
        // A finger that slides off lets the key go all the same.
        event.currentTarget.setPointerCapture(event.pointerId);
        onpress?.(key);
      }}
      onpointerup={() => onrelease?.(key)}
      onpointercancel={() => onrelease?.(key)}
      onkeydown={(event) => {
        if (event.key !== 'Enter' || event.repeat) return;
        onpress?.(key);
      }}
      onkeyup={(event) => {
        if (event.key === 'Enter') onrelease?.(key);
      }}
    >
      <rect
        x={at}
        y="0"
        width={wide}
        {height}
        rx="1.5"
        stroke="#16252b"
        stroke-width="1"
        fill={black ? (mark === undefined ? '#16252b' : '#0f4f5c') : mark === undefined ? 'white' : '#dbe9ea'}
      />
      {#if mark !== undefined}
        <circle
          cx={at + wide / 2}
          cy={height - (black ? 11 : 14)}
          r={black ? 6 : 9.5}
          fill={black ? 'white' : '#0f4f5c'}
        />
        <text
          x={at + wide / 2}
          y={height - (black ? 11 : 14)}
          text-anchor="middle"
          dominant-baseline="central"
          font-size={black ? (mark.length > 1 ? 7 : 9) : mark.length > 1 ? 9 : 11.5}
          font-weight="700"
          fill={black ? '#16252b' : 'white'}>{mark}</text
        >
      {:else if !black && key % 12 === 0}
        <text x={at + wide / 2} y={height - 6} text-anchor="middle" font-size="8" fill="#52636a"
          >{pianoKeyName(key)}</text
        >
      {/if}
    </g>
  {/each}
</svg>
