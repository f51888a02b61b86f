<script lang="ts">
  import { onMount } from 'svelte';
  import type { EngravedSystem, EngraveOptions, SystemPlan } from '$lib/core/engrave/line';
  import type { Engraver } from '../workers/engraver';
  import { adoptSvg } from './adopt-svg';
  import Drawing from './drawing.svelte';

  interface Props {
    engraver: Engraver;
    plan: SystemPlan;
    options: EngraveOptions;
    /** Called when the line has new ink on the screen. */
    oninked?: (system: EngravedSystem, root: SVGSVGElement) => void;
  }

  const { engraver, plan, options, oninked }: Props = $props();

  let host: HTMLDivElement;
  let problem = $state('');

  // Plans are made anew with every change; only a line whose own music changed is drawn again.
  const mei = $derived(plan.mei);
  const from = $derived(plan.range.from);

  /** What came with the page stands there from the start. */
  // svelte-ignore state_referenced_locally
  const first = engraver.known(plan.mei, options);
  let shown = first;
  let picture = $state.raw<SVGSVGElement | null>(null);

  const show = (node: HTMLElement) => {
    if (picture) node.replaceChildren(picture);
  };

  /** The picture on the page: the one that stands there where it is the same. */
  function rootOf(system: EngravedSystem): SVGSVGElement {
    const standing = system === shown ? (picture ?? host.querySelector('svg')) : null;
    shown = system;
    return standing ?? (picture = adoptSvg(system.svg));
  }

  /** Kept by the browser: to measure it after a change would lay out the whole page before the engraver is asked. */
  let isOnScreen: boolean | null = null;

  function isWithinWindow(): boolean {
    const { top, bottom } = host.getBoundingClientRect();
    return bottom > 0 && top < window.innerHeight;
  }

  onMount(() => {
    const observer = new IntersectionObserver((seen) => (isOnScreen = seen.at(-1)!.isIntersecting));
    observer.observe(host);
    return () => observer.disconnect();
  });

  $effect(() => {
    const abort = new AbortController();
    isOnScreen ??= isWithinWindow();
    engraver.engrave(mei, options, isOnScreen ? 0 : 1 + from, abort.signal).then(
      (system) => {
        if (!system || abort.signal.aborted) return;
        const root = rootOf(system);
        problem = '';
        oninked?.(system, root);
      },
      () => (problem = 'This line could not be drawn. The rest of the piece is unharmed.'),
    );
    return () => abort.abort();
  });
</script>

{#if problem}<p class="fault p-2" role="alert">{problem}</p>{/if}
<div bind:this={host} class="music {first || picture ? '' : 'min-h-36'}" data-from={from} {@attach show}>
  {#if first}<Drawing svg={first.svg} />{/if}
</div>
