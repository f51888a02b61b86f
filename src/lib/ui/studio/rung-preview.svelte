<script lang="ts">
  import { lineWidthOf } from '$lib/core/engrave/views';
  import { z } from 'zod';
  import { api } from '../api/api';
  import { remembered } from '../parts/remembered';
  import { ANYONE } from '$lib/core/arrange/arrange-for';
  import { newDocument } from '$lib/core/document/document';
  import type { SourceView } from '$lib/core/analyse/source-view';
  import type { ArrangedView } from '$lib/workers/protocol';
  import MusicLine from '../engraving/music-line.svelte';
  import { useArranger, useEngraver } from '../workers/workers-context.svelte';
  import type { RulesSession } from './rules-session.svelte';
  import Choose from '../parts/choose.svelte';

  interface Props {
    session: RulesSession;
    pieces: readonly { readonly id: string; readonly title: string; readonly revision: number }[];
  }

  const { session, pieces }: Props = $props();
  const engraver = useEngraver();
  const arranger = useArranger();
  const SHOWN = remembered('studio-piece', z.string(), '');
  const UNIT = 9;
  const LINES_SHOWN = 3;

  // svelte-ignore state_referenced_locally
  const kept = pieces.find(({ id }) => id === SHOWN.read());
  // svelte-ignore state_referenced_locally
  let pieceId = $state(kept?.id ?? pieces[0]?.id ?? '');
  let rung = $state(3);
  let source = $state.raw<SourceView | null>(null);
  let view = $state.raw<ArrangedView | null>(null);
  let problem = $state('');
  let widthPx = $state(0);
  const options = $derived({ pageWidth: Math.round((widthPx * 2.3) / 20) * 20, unit: UNIT });
  const lineWidth = $derived(lineWidthOf(options));
  const loads = $derived(view?.arrangement.loads.map(({ total }) => total) ?? []);

  $effect(() => {
    const piece = pieces.find((each) => each.id === pieceId) ?? pieces[0];
    if (!piece) return;
    source = null;
    SHOWN.write(piece.id);
    void api.pieceScore(piece.id, piece.revision).then(async (score) => {
      problem = score.ok ? '' : `The piece could not be loaded. ${score.message}`;
      if (score.ok) source = await arranger.open(score.value);
    });
  });

  $effect(() => {
    const { rules, faults } = session;
    if (!source || lineWidth <= 0 || faults.size > 0) return;
    const place = Math.min(rung, rules.rungs.length);
    void arranger
      .arrange(
        newDocument(source.makeup, place),
        { ...ANYONE, rules },
        {
          lineWidth,
          mostMeasures: 5,
          markings: { fingers: false, counts: false, chordSymbols: true, lyrics: true, pedal: true },
        },
      )
      .then((made) => {
        if (made) view = made;
      })
      .catch(() => (problem = 'This rung could not be worked out.'));
  });
</script>

<div bind:clientWidth={widthPx}>
  <div class="flex flex-wrap items-center gap-3">
    <Choose
      label="Try it on"
      bind:value={pieceId}
      choices={pieces.map(({ id, title }) => ({ value: id, label: title }))}
    />
    <Choose
      label="at rung"
      bind:value={rung}
      choices={session.rules.rungs.map(({ name }, index) => ({
        value: index + 1,
        label: `${index + 1}, ${name}`,
      }))}
    />
    {#if view && loads.length > 0}
      <span class="text-sm text-quiet"
        >load up to {Math.max(...loads)}, on average {Math.round(
          loads.reduce((sum, each) => sum + each, 0) / loads.length,
        )}; {view.arrangement.snags.length} to mend</span
      >
    {/if}
  </div>
  {#if pieces.length === 0}
    <p class="notice mt-2">There is no piece to try it on yet. <a href="/pieces">Import one</a> first.</p>
  {:else if problem}
    <p class="notice notice-fault mt-2" role="alert">{problem}</p>
  {:else if session.faults.size > 0}
    <p class="notice mt-2">Mend the fields that are marked below, and the preview follows.</p>
  {:else}
    {#each view?.systems.slice(0, LINES_SHOWN) ?? [] as plan (plan.range.from)}
      <MusicLine {engraver} {plan} {options} />
    {:else}
      <p class="mt-2 text-quiet" role="status">Arranging …</p>
    {/each}
  {/if}
</div>
