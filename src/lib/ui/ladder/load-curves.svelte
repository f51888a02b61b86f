<script lang="ts">
  import { onMount } from 'svelte';
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
  let chart = $state.raw<Awaited<ReturnType<typeof start>> | null>(null);

  /** Rungs are told apart by dash and mark, not by colour alone. */
  const DASHES = ['solid', 'dashed', 'dotted'] as const;
  const MARKS = ['circle', 'rect', 'triangle', 'diamond', 'pin', 'arrow'] as const;

  async function start() {
    const [echarts, { LineChart }, components, { SVGRenderer }] = await Promise.all([
      import('echarts/core'),
      import('echarts/charts'),
      import('echarts/components'),
      import('echarts/renderers'),
    ]);
    echarts.use([
      LineChart,
      components.GridComponent,
      components.TooltipComponent,
      components.LegendComponent,
      SVGRenderer,
    ]);
    return echarts.init(host, null, { renderer: 'svg' });
  }

  onMount(() => {
    let isGone = false;
    void start().then((made) => {
      if (isGone) made.dispose();
      else chart = made;
    });
    const watch = new ResizeObserver(() => chart?.resize());
    watch.observe(host);
    return () => {
      isGone = true;
      watch.disconnect();
      chart?.dispose();
    };
  });

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
          symbol: MARKS[(place - 1) % MARKS.length],
          symbolSize: 5,
          lineStyle: { width: place === own ? 3 : 1.5, type: DASHES[(place - 1) % DASHES.length] },
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
