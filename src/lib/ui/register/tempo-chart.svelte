<script lang="ts">
  import type { ECharts } from 'echarts/core';
  import { onMount } from 'svelte';
  import { timedTurns, type Played, type SectionForecast } from '$lib/core/practice/forecast';
  import { LINE_DASHES, LINE_MARKS, lineChart } from '../parts/chart';
  import { dayToField, shortDay } from '../parts/dates';

  interface Props {
    sections: readonly { readonly id: string; readonly name: string }[];
    played: readonly Played[];
    targetBpm: number;
    goalDay: number | null;
    forecasts: readonly SectionForecast[];
  }
  const { sections, played, targetBpm, goalDay, forecasts }: Props = $props();

  let host: HTMLDivElement;
  let chart = $state.raw<ECharts | null>(null);
  let isTable = $state(false);
  onMount(() => lineChart(host, (made) => (chart = made)));

  /** The best of each day that went clean. */
  const lines = $derived(
    sections.flatMap(({ id, name }) => {
      const days = new Map<number, number>();
      for (const { onDay, tempoBpm, cleanRuns } of timedTurns(played, id))
        if (tempoBpm !== null && cleanRuns > 0) days.set(onDay, Math.max(days.get(onDay) ?? 0, tempoBpm));
      const points = [...days].sort(([a], [b]) => a - b);
      return points.length === 0 ? [] : [{ id, name, points }];
    }),
  );

  $effect(() => {
    if (!chart) return;
    chart.setOption(
      {
        animation: false,
        textStyle: { fontFamily: 'inherit' },
        grid: { left: 44, right: 20, top: 34, bottom: 28 },
        legend: { top: 0, itemWidth: 34, type: 'scroll' },
        tooltip: { trigger: 'axis' },
        xAxis: {
          type: 'time',
          minInterval: 86_400_000,
          max: goalDay === null ? undefined : dayToField(goalDay + 1),
        },
        yAxis: { type: 'value', name: '♩', scale: true },
        series: lines.flatMap(({ id, name, points }, index) => {
          const band = forecasts.find((each) => each.section === id)?.onGoal;
          const last = points.at(-1)!;
          const own = {
            name,
            type: 'line',
            data: points.map(([day, tempo]) => [dayToField(day), tempo]),
            symbol: LINE_MARKS[index % LINE_MARKS.length],
            symbolSize: 7,
            lineStyle: { type: LINE_DASHES[index % LINE_DASHES.length], width: 2 },
            color: index % 2 === 0 ? '#0f4f5c' : '#52636a',
            ...(index === 0
              ? {
                  markLine: {
                    silent: true,
                    symbol: 'none',
                    lineStyle: { type: 'solid', color: '#9a6b16' },
                    label: { formatter: `target ${targetBpm}`, position: 'insideStartTop' },
                    data: [{ yAxis: targetBpm }],
                  },
                }
              : {}),
          };
          if (!band || goalDay === null) return [own];
          const edge = (tempo: number) => [
            [dayToField(last[0]), last[1]],
            [dayToField(goalDay), tempo],
          ];
          const line = { type: 'line', symbol: 'none', silent: true, color: own.color };
          return [
            own,
            ...[band.low, band.middle, band.high].map((tempo, at) => ({
              ...line,
              name: `${name}, forecast`,
              data: edge(tempo),
              lineStyle: { width: at === 1 ? 1.5 : 0.7, type: 'dotted' },
              legendHoverLink: false,
            })),
          ];
        }),
      },
      { notMerge: true },
    );
  });
</script>

<div class="flex items-baseline gap-3">
  <h3 class="font-semibold">Tempo by date</h3>
  <button class="link text-sm" aria-pressed={isTable} onclick={() => (isTable = !isTable)}
    >{isTable ? 'As a chart' : 'As a table'}</button
  >
</div>
<div
  bind:this={host}
  class="h-56 w-full {isTable ? 'hidden' : ''}"
  role="img"
  aria-label="Tempo by date: {lines
    .map(({ name, points }) => `${name} ${points.at(-1)![1]}`)
    .join(', ')}, target {targetBpm}"
></div>
{#if isTable}
  <table class="ruled text-sm">
    <thead><tr><th>Section</th><th>Day</th><th class="text-right">♩</th></tr></thead>
    <tbody>
      {#each lines as { id, name, points } (id)}
        {#each points as [day, tempo], index (day)}
          <tr
            ><td>{index === 0 ? name : ''}</td><td>{shortDay(day)}</td><td class="text-right">{tempo}</td></tr
          >
        {/each}
      {/each}
    </tbody>
  </table>
{/if}
