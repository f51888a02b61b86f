<script lang="ts">
  import type { EngravedSystem, EngraveOptions, SystemPlan } from '$lib/core/engrave/line';
  import { adoptSvg } from './adopt-svg';
  import type { Engraver } from '../workers/engraver';

  interface Props {
    engraver: Engraver;
    plan: SystemPlan;
    options: EngraveOptions;
    /** Called when the line has new ink on the screen. */
    oninked?: (system: EngravedSystem, root: SVGSVGElement) => void;
  }

  const { engraver, plan, options, oninked }: Props = $props();

  let host: HTMLDivElement;
  let picture = $state.raw<SVGSVGElement | null>(null);
  let problem = $state('');

  // Plans are made anew with every change; only a line whose own music changed is drawn again.
  const mei = $derived(plan.mei);
  const from = $derived(plan.range.from);

  const show = (node: HTMLElement) => node.replaceChildren(...(picture ? [picture] : []));

  $effect(() => {
    const abort = new AbortController();
    const { top, bottom } = host.getBoundingClientRect();
    const isVisible = bottom > 0 && top < window.innerHeight;
    engraver.engrave(mei, options, isVisible ? 0 : 1 + from, abort.signal).then(
      (system) => {
        if (!system || abort.signal.aborted) return;
        picture = adoptSvg(system.svg);
        problem = '';
        oninked?.(system, picture);
      },
      () => (problem = 'This line could not be drawn. The rest of the piece is unharmed.'),
    );
    return () => abort.abort();
  });
</script>

{#if problem}<p class="fault p-2" role="alert">{problem}</p>{/if}
<div bind:this={host} class="music {picture ? '' : 'min-h-36'}" data-from={from} {@attach show}></div>
