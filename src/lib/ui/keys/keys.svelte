<script lang="ts">
  import { lineWidthOf } from '$lib/core/engrave/views';
  import type { VoiceRange } from '$lib/core/learner/voice';

  import { onMount } from 'svelte';
  import type { ArrangeFor } from '$lib/core/arrange/arrange-for';
  import type { ArrangementDocument } from '$lib/core/document/document';
  import {
    KEY_STYLES,
    KEY_TERMS,
    twelveKeys,
    type KeyStyle,
    type KeyTerm,
    type RankedKey,
  } from '$lib/core/keys/rank-keys';
  import { keyLabel, keyName, type Key } from '$lib/core/pitch/key';
  import MusicLine from '../engraving/music-line.svelte';
  import { useEngraver } from '../workers/workers-context.svelte';
  import RangeStrip from './range-strip.svelte';
  import { KeysSession } from './keys-session.svelte';
  import Choose from '../parts/choose.svelte';

  interface Props {
    arrangementId: string;
    document: ArrangementDocument;
    whom: ArrangeFor;
    pieceId: string;
    sourceRevision: number;
    voice: VoiceRange | null;
    /** Semitones that the learner’s keyboard adds to what is written. */
    transpose: number;
    message: string | null;
  }

  const { arrangementId, document, whom, pieceId, sourceRevision, voice, transpose, message }: Props =
    $props();
  // svelte-ignore state_referenced_locally
  const session = new KeysSession(pieceId, sourceRevision, document, whom, useEngraver(), voice);

  const UNIT = 9;
  let widthPx = $state(0);
  const options = $derived({ pageWidth: Math.round((widthPx * 2.3) / 20) * 20, unit: UNIT });
  const lineWidth = $derived(lineWidthOf(options));
  const most = $derived(Math.max(1, ...session.ranked.map(({ cost }) => cost)));
  const now = $derived(document.recipe.key ?? (session.source ? keyName(session.source.key) : ''));

  onMount(() => {
    void session.open();
    return () => session.stop();
  });
  // The best key shows its first measures at once.
  $effect(() => {
    const [best] = session.ranked;
    if (best && !session.isRunning && session.previewed === null && widthPx > 0)
      void session.show(best, lineWidth);
  });

  /** What costs most in a key, in words with its points. */
  const reasons = ({ terms }: RankedKey) =>
    (Object.entries(terms) as [KeyTerm, number][])
      .filter(([, points]) => points >= 50)
      .sort(([, a], [, b]) => b - a)
      .slice(0, 4)
      .map(([term, points]) => `${KEY_TERMS[term]} ${Math.round(points / 100)}`)
      .join(', ');
  /** How far each weight can be turned up. */
  const MOST_POINTS: Readonly<Record<KeyTerm, number>> = {
    signature: 20,
    blackKeys: 2,
    thumbOnBlack: 4,
    effort: 4,
    shifts: 40,
    reach: 20,
    load: 4,
    register: 4,
    keyboard: 60,
    voice: 40,
    distance: 10,
  };
  let showsWeights = $state(false);
  const soundingName = (key: Key, semitones: number) => {
    const wanted = (((7 * key.fifths + semitones) % 12) + 12) % 12;
    const found = twelveKeys(key.mode).find((each) => (((7 * each.fifths) % 12) + 12) % 12 === wanted);
    return found ? keyLabel(found) : '';
  };
  /** What a bar is made of, for the eye: each kind has its colour, and its place from the left. */
  const KINDS: readonly { label: string; shade: string; terms: readonly KeyTerm[] }[] = [
    { label: 'to read: sharps and flats', shade: 'bg-brass', terms: ['signature'] },
    {
      label: 'under the hands: black keys, reach, shifts',
      shade: 'bg-sea',
      terms: ['blackKeys', 'thumbOnBlack', 'effort', 'shifts', 'reach', 'load'],
    },
    {
      label: 'too high, too low, or far from the source',
      shade: 'bg-quiet',
      terms: ['register', 'keyboard', 'voice', 'distance'],
    },
  ];
  const pointsOf = ({ terms }: RankedKey, of: readonly KeyTerm[]) =>
    of.reduce((sum, term) => sum + Math.max(0, terms[term]), 0);
</script>

<div class="px-4 py-3">
  <div class="mb-3 flex flex-wrap items-end gap-4">
    <Choose
      look="above"
      label="Best by"
      value={session.style as KeyStyle}
      choices={Object.entries(KEY_STYLES).map(([value, { label }]) => ({ value: value as KeyStyle, label }))}
      onchoose={(style: KeyStyle) => session.takeStyle(style)}
    />
    <form
      class="flex items-end gap-2"
      onsubmit={(event) => {
        event.preventDefault();
        void session.rank();
      }}
    >
      <label class="field"
        >Singer’s lowest note<input
          class="w-24"
          placeholder="A3"
          bind:value={session.lowest}
          maxlength="5"
        /></label
      >
      <label class="field"
        >highest<input class="w-24" placeholder="D5" bind:value={session.highest} maxlength="5" /></label
      >
      <button class="button">Rank for this voice</button>
    </form>
    {#if session.voice === 'fault'}<span class="fault" role="alert"
        >Give two notes such as A3 and D5, the lower first.</span
      >{/if}
    <span class="text-sm text-quiet" role="status"
      >{session.isRunning
        ? `Trying key ${session.done + 1} of 12 …`
        : session.ranked.length > 0
          ? `${session.ranked.length} of 12 keys tried at rung ${document.recipe.rung}`
          : ''}</span
    >
    {#if session.isRunning}<button class="button" onclick={() => session.stop()}>Stop</button>{/if}
    <button class="button" aria-expanded={showsWeights} onclick={() => (showsWeights = !showsWeights)}
      >Weights</button
    >
    <a class="button ml-auto" href="/bench/{arrangementId}">Back to the Bench</a>
  </div>
  {#if showsWeights}
    <fieldset class="mb-3 grid gap-x-6 gap-y-1 border border-line bg-paper p-3 md:grid-cols-3">
      <legend class="px-1 font-semibold">What counts, and how much</legend>
      {#each Object.entries(KEY_TERMS) as [term, label] (term)}
        <label class="flex items-center gap-2 text-sm">
          <span class="grow">{label}</span>
          <input
            type="range"
            min="0"
            max={MOST_POINTS[term as KeyTerm]}
            step={MOST_POINTS[term as KeyTerm] / 20}
            value={session.weights[term as KeyTerm]}
            oninput={(event) => session.weigh(term as KeyTerm, event.currentTarget.valueAsNumber)}
          />
          <span class="w-9 text-right tabular-nums">{session.weights[term as KeyTerm].toFixed(1)}</span>
        </label>
      {/each}
      <p class="text-sm text-quiet md:col-span-3">
        Points for one of each: a sign, a percent of the notes, a point of effort or load, a semitone, a note.
        <button class="link" onclick={() => session.takeStyle(session.style)}>As the style has them</button>
      </p>
    </fieldset>
  {/if}
  {#if message}<p class="notice mb-2" role="status">{message}</p>{/if}
  {#if session.problem}<p class="notice notice-fault" role="alert">{session.problem}</p>{/if}
  <p class="flex flex-wrap items-center gap-x-4 text-sm text-quiet">
    <span>The lower, the easier. A bar shows what makes a key harder:</span>
    {#each KINDS as { label, shade } (label)}<span class="flex items-center gap-1.5"
        ><span class="h-3 w-5 {shade}" aria-hidden="true"></span>{label}</span
      >{/each}
  </p>
  <ol class="mb-4">
    {#each session.ranked as ranked, index (ranked.name)}
      <li class="flex items-center gap-3 border-b border-line py-1">
        <span class="w-6 text-right text-quiet tabular-nums">{index + 1}</span>
        <button
          class="link w-28 text-left font-semibold"
          onmouseenter={() => void session.show(ranked, lineWidth)}
          onfocus={() => void session.show(ranked, lineWidth)}
          onclick={() => void session.show(ranked, lineWidth)}
          >{keyLabel(ranked.key)}{ranked.name === now ? ', now' : ''}</button
        >
        {#if transpose !== 0}<span class="w-20 text-sm text-quiet"
            >sounds {soundingName(ranked.key, transpose)}</span
          >{/if}
        <span class="flex h-3 w-72 shrink-0 bg-line/40" aria-hidden="true">
          {#each KINDS as { label, shade, terms } (label)}<span
              class={shade}
              style:width="{(100 * pointsOf(ranked, terms)) / most}%"
            ></span>{/each}
        </span>
        <span class="w-10 text-right tabular-nums">{Math.round(ranked.cost / 100)}</span>
        {#if session.voice !== 'fault'}<RangeStrip voice={session.voice} {ranked} />{/if}
        <span class="grow text-sm text-quiet">{reasons(ranked)}</span>
        <form method="POST" action="?/take">
          <input type="hidden" name="key" value={ranked.name} />
          <input type="hidden" name="octave" value={ranked.octave} />
          <button class="button" aria-label="Take {keyLabel(ranked.key)}">Take it</button>
        </form>
      </li>
    {/each}
  </ol>
  <div
    class="sticky bottom-0 border-t border-line bg-paper px-2 py-1"
    bind:clientWidth={widthPx}
    aria-live="polite"
  >
    {#if session.preview && session.preview.systems[0]}
      <p class="text-sm text-quiet">The first measures in {keyLabel(session.preview.arrangement.key)}</p>
      <MusicLine engraver={session.engraver} plan={session.preview.systems[0]} {options} />
    {:else if !session.isRunning && session.ranked.length > 0}
      <p class="text-quiet">Bringing the first measures …</p>
    {/if}
  </div>
</div>
