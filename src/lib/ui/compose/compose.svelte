<script lang="ts">
  import { lineWidthOf } from '$lib/core/engrave/views';
  import type { TextSpot } from '$lib/core/score/import-warning';

  import { measureNumber } from '$lib/core/score/by-measure';
  import { onMount, tick } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import { goto } from '$app/navigation';
  import { ALL_KEYS, keyLabel, keyName } from '$lib/core/pitch/key';

  import ScoreLines from '../engraving/score-lines.svelte';
  import { KEPT_PIECE, upload } from '../import/upload';
  import { useEngraver } from '../workers/workers-context.svelte';
  import { tempoOf } from '$lib/core/score/tempo';
  import PlayerBar from '../playback/player-bar.svelte';
  import { ComposeSession, type ComposeKind } from './compose-session.svelte';
  import EntryPad from './entry-pad.svelte';
  import { isAnsweredElsewhere } from '../parts/answered-elsewhere';
  import Choose from '../parts/choose.svelte';

  const { kind }: { kind: ComposeKind } = $props();
  // svelte-ignore state_referenced_locally
  const session = new ComposeSession(kind, useEngraver());

  const UNIT = 9;
  const UNITS_PER_PX = 2.15;
  const METRES = ['2/4', '3/4', '4/4', '2/2', '3/8', '6/8', '9/8', '12/8'];
  const fields = $derived(
    kind === 'tune' ? { title: 'T', metre: 'M', key: 'K' } : { title: 'title', metre: 'time', key: 'key' },
  );
  let widthPx = $state(0);
  let area: HTMLTextAreaElement;
  let bar: ReturnType<typeof PlayerBar> | undefined = $state();
  let rights = $state('');
  let isKeeping = $state(false);
  let fault = $state('');
  let range = $state.raw<{ from: number; to: number } | null>(null);

  const options = $derived({ pageWidth: Math.round((widthPx * UNITS_PER_PX) / 20) * 20, unit: UNIT });
  const lineWidth = $derived(lineWidthOf(options));
  const lines = $derived(session.text.split('\n').length);

  onMount(() => {
    const release = tinykeys(window, {
      p: (event) => {
        if (isAnsweredElsewhere(event)) return;
        event.preventDefault();
        bar?.toggle();
      },
    });
    return () => {
      release();
      session.dispose();
    };
  });

  $effect(() => {
    if (lineWidth > 0)
      session
        .refresh(session.text, lineWidth)
        .catch(() => (session.problem = 'The text could not be read. It is kept here; load the page again.'));
  });

  async function showSpot({ line, column }: TextSpot) {
    const rows = session.text.split('\n');
    const at = rows.slice(0, line - 1).reduce((sum, row) => sum + row.length + 1, 0) + column - 1;
    area.focus();
    area.setSelectionRange(at, at + 1);
    await tick();
    area.scrollTop = (area.scrollHeight * (line - 3)) / lines;
  }

  async function keep() {
    isKeeping = true;
    fault = '';
    const title = session.score?.title ?? 'Typed piece';
    const file = new File(
      [session.text],
      `${title.replace(/[^\w -]/g, '')}.${kind === 'tune' ? 'abc' : 'cho'}`,
    );
    const result = await upload(file, { keep: 'yes', title, rights }, KEPT_PIECE);
    isKeeping = false;
    if (result.kind === 'done') {
      session.forgetDraft();
      await goto(`/pieces/${result.value.id}`);
    } else if (result.kind === 'fault') fault = result.fault.message;
  }
</script>

<div class="mx-auto grid max-w-[90rem] gap-3 p-4">
  <div class="flex flex-wrap items-end gap-3">
    <h1 class="mr-2 pb-1">{kind === 'tune' ? 'Take down a tune' : 'Type a chord chart'}</h1>
    <label class="field grow"
      >Title<input
        value={session.header(fields.title)}
        maxlength="200"
        oninput={(event) => session.setHeader(fields.title, event.currentTarget.value)}
      /></label
    >
    <Choose
      look="above"
      label="Metre"
      value={session.header(fields.metre)}
      choices={[...new Set([session.header(fields.metre), ...METRES])].map((metre) => ({
        value: metre,
        label: metre,
      }))}
      onchoose={(metre: string) => session.setHeader(fields.metre, metre)}
    />
    <Choose
      look="above"
      label="Key"
      value={session.header(fields.key)}
      choices={[
        ...(ALL_KEYS.some((key) => keyName(key) === session.header(fields.key))
          ? []
          : [{ value: session.header(fields.key), label: session.header(fields.key) }]),
        ...ALL_KEYS.map((key) => ({ value: keyName(key), label: keyLabel(key) })),
      ]}
      onchoose={(key: string) => session.setHeader(fields.key, key)}
    />
    <label class="field"
      >Rights note<input bind:value={rights} maxlength="300" placeholder="Who wrote it" /></label
    >
    <button class="button" onclick={() => session.startAnew()} disabled={session.isUntouched}
      >Start anew</button
    >
    <button class="button button-main" onclick={keep} disabled={!session.score || isKeeping}
      >{isKeeping ? 'Keeping …' : 'Keep this piece'}</button
    >
  </div>
  {#if fault}<p class="notice notice-fault" role="alert">{fault}</p>{/if}
  <div class="grid gap-3 lg:grid-cols-[2fr_3fr]">
    <div class="grid content-start gap-2">
      <label class="field"
        >{kind === 'tune' ? 'The tune as text (ABC)' : 'The chart as text'}
        <textarea
          bind:this={area}
          bind:value={session.text}
          rows={kind === 'tune' ? 14 : 20}
          spellcheck="false"
          class="resize-y font-mono text-sm leading-6"></textarea></label
      >
      {#if kind === 'tune'}
        <p class="text-sm text-quiet">
          Letters are notes (C D E … c d e), numbers lengths (C2 twice, C/2 half as long), ^ _ = sharp, flat,
          natural, | a bar, "G7" a chord, (3 a triplet, - a tie, w: words under the line.
        </p>
      {:else}
        <p class="text-sm text-quiet">
          A letter is a chord, / one more beat of it, | a bar: | C / G7 / |. Chords stand over words or in
          them: [C]Lights on the [G]water. A name with a colon begins a section.
        </p>
      {/if}
      {#if session.reading && !session.reading.ok && !session.isEmpty}
        <p class="notice notice-fault" role="alert">{session.reading.error.message}</p>
      {:else if session.warnings.length > 0}
        <ul class="notice max-h-44 overflow-auto" aria-label="Read differently, or left out">
          {#each session.warnings as warning (warning.message)}
            <li>
              {#if warning.spots?.[0]}
                {@const spot = warning.spots[0]}
                <button class="link" onclick={() => showSpot(spot)}
                  >Line {spot.line}, place {spot.column}</button
                >:
              {/if}
              {warning.message}
              {#if (warning.spots?.length ?? 0) > 1}<span class="text-quiet"
                  >and {warning.spots!.length - 1} more</span
                >{/if}
            </li>
          {/each}
        </ul>
      {/if}
    </div>
    <div class="grid content-start gap-2 bg-paper p-3">
      {#if session.score}
        <PlayerBar
          bind:this={bar}
          player={session.player}
          timeline={session.timeline}
          {range}
          numberOf={(measure) => measureNumber(session.score?.measures, measure)}
          title={session.score?.title ?? 'tune'}
          tempo={tempoOf(session.score)}
          hasHands={false}
        />
      {/if}
      <div
        bind:clientWidth={widthPx}
        class="max-h-[28rem] min-h-40 overflow-y-auto"
        role="region"
        aria-label="As it reads"
      >
        {#if session.problem}<p class="notice notice-fault" role="alert">{session.problem}</p>{/if}
        {#if session.view && session.view.systems.length > 0}
          <ScoreLines
            engraver={session.engraver}
            systems={session.view.systems}
            {options}
            {range}
            selected={new Set()}
            sounding={session.player.sounding}
            onnote={() => undefined}
            onchord={() => undefined}
            onmeasures={(from, to) => (range = { from, to })}
          />
        {:else}
          <p class="text-quiet">
            The music appears here as you write it{kind === 'tune' ? ' or play it in below' : ''}.
          </p>
        {/if}
      </div>
    </div>
  </div>
  {#if kind === 'tune'}<EntryPad {session} />{/if}
</div>
