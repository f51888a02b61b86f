import type { ECharts } from 'echarts/core';

/** A line chart in a host, its library brought when it is first needed; resized with its host. The answer takes it away. */
export function lineChart(host: HTMLElement, ready: (chart: ECharts) => void): () => void {
  let isGone = false;
  let chart: ECharts | null = null;
  void start(host).then((made) => {
    if (isGone) return made.dispose();
    chart = made;
    ready(made);
  });
  const watch = new ResizeObserver(() => chart?.resize());
  watch.observe(host);
  return () => {
    isGone = true;
    watch.disconnect();
    chart?.dispose();
  };
}

async function start(host: HTMLElement): Promise<ECharts> {
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
    components.MarkLineComponent,
    SVGRenderer,
  ]);
  return echarts.init(host, null, { renderer: 'svg' });
}

/** Lines told apart without colour: by their marks and dashes. */
export const LINE_MARKS = ['circle', 'rect', 'triangle', 'diamond', 'pin', 'arrow'] as const;
export const LINE_DASHES = ['solid', 'dashed', 'dotted'] as const;
