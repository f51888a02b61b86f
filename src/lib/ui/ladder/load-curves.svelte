<script lang="ts">
  import type { ECharts } from 'echarts/core';
  import { onMount } from 'svelte';
  import { LINE_DASHES, LINE_MARKS, lineChart } from '../parts/chart';
  import type { LadderRung } from '$lib/core/arrange/ladder-view';

  interface Props {
    rungs: readonly LadderRung[];
    numbers: readonly string[];
    /** The rung that the arrangement stands on. */
    own: number;
    onmeasure: (measure: number) => void;
  }

  const { rungs, numbers, own, onmeasure }: Props = $props();

  let host: HTMLDivElement;
  let chart = $state.raw<ECharts | null>(null);

  onMount(() => lineChart(host, (made) => (chart = made)));

  $effect(() => {
    if (!chart) return;
    chart.setOption(
      {
        animation: false,
        textStyle: { fontFamily: 'inherit' },
        grid: { left: 38, right: 16, top: 30, bottom: 34 },
        legend: { top: 0, itemWidth: 34 },
        tooltip: { trigger: 'axis' },
        xAxis: {
          type: 'category',
          data: [...numbers],
          name: 'measure',
          nameLocation: 'middle',
          nameGap: 22,
          boundaryGap: false,
        },
        yAxis: { type: 'value', min: 0, name: 'load' },
        series: rungs.map(({ place, measures }) => ({
          name: `Rung ${place}`,
          type: 'line',
          step: 'middle',
          data: measures.map(({ load }) => load),
          symbol: LINE_MARKS[(place - 1) % LINE_MARKS.length],
          symbolSize: 5,
          lineStyle: { width: place === own ? 3 : 1.5, type: LINE_DASHES[(place - 1) % LINE_DASHES.length] },
          color: place === own ? '#0f4f5c' : '#52636a',
        })),
      },
      { replaceMerge: ['series'] },
    );
    chart.off('click');
    chart.on('click', (event: { dataIndex?: number }) => {
      if (event.dataIndex !== undefined) onmeasure(event.dataIndex);
    });
  });
</script>

<div
  bind:this={host}
  class="h-44 w-full"
  role="img"
  aria-label="Load by measure: {rungs
    .map(({ place, measures }) => `rung ${place} up to ${Math.max(...measures.map(({ load }) => load))}`)
    .join(', ')}"
></div>
