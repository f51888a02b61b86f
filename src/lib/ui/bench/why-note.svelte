<script lang="ts">
  import { howGood, whatSpeaksAgainst } from '$lib/core/fingering/how-good';
  import { fingerPin } from '$lib/core/document/pins/finger';

  import { pitchLabel } from '$lib/core/pitch/pitch';
  import { measureNumber } from '$lib/core/score/by-measure';
  import Eye from '@lucide/svelte/icons/eye';
  import Volume2 from '@lucide/svelte/icons/volume-2';
  import X from '@lucide/svelte/icons/x';
  import { tick } from 'svelte';
  import { LOAD_TERMS } from '$lib/core/load/terms.data';
  import { PEDAL_POLICIES } from '$lib/core/document/choices/pedal-policies.data';
  import CautionNote from '../care/caution-note.svelte';
  import SnagNote from './snag-note.svelte';
  import { useBench } from './bench-session.svelte';

  const { measure }: { measure: number } = $props();
  const bench = useBench();

  let host: HTMLElement;
  let showsFigures = $state(false);
  const why = $derived(bench.reasons.why?.measure === measure ? bench.reasons.why : null);
  const snags = $derived(bench.reasons.snagsHere);
  const number = $derived(measureNumber(bench.work.arrangement?.score.measures, measure));
  const pedal = $derived(bench.work.arrangement?.pedal[measure]);
  const needsCare = $derived(
    snags.some(({ code }) => code === 'reach' || code === 'strain') ||
      (why?.losses.some(({ kind, isForReach }) => kind === 'rolled' || isForReach) ?? false),
  );
  const load = $derived(bench.work.arrangement?.loads[measure]);
  const differences = $derived(bench.reasons.differences?.filter((each) => each.measure === measure) ?? []);

  /** The selected note's finger is explained in its own measure. */
  const fingering = $derived(
    bench.selection.note?.measure === measure && bench.reasons.fingers.why?.note === bench.selection.note.id
      ? bench.reasons.fingers.why
      : null,
  );
  const asked = $derived(bench.selection.note ? pitchLabel(bench.selection.note.pitch) : '');
  const measureOf = (note: string) =>
    bench.work.arrangement?.score.notes.find(({ id }) => id === note)?.measure ?? measure;

  /** Everything that can be taken here, in the order in which it stands, each with a letter of its own. */
  const offers = $derived([
    ...(fingering?.others ?? []).map(({ finger, extra, because }) => ({
      key: `finger${finger}`,
      group: 'finger',
      label: `${finger} instead`,
      against: whatSpeaksAgainst(extra, because),
      put: [fingerPin(fingering!.note, finger)],
      measures: [measure],
      take: () => bench.notes.finger(finger),
    })),
    ...(fingering?.phrase ?? []).map(({ label, extra, text, changes }) => {
      const put = changes.map(({ note, finger }) => fingerPin(note, finger));
      return {
        key: `phrase${text}`,
        group: 'phrase',
        label: text,
        against: `${label}, ${howGood(extra)}`,
        put,
        measures: changes.map(({ note }) => measureOf(note)),
        take: () => bench.work.pin({ put, remove: [] }),
      };
    }),
    ...snags.flatMap((snag) =>
      snag.remedies.map((remedy) => ({
        key: `${snag.id}/${remedy.label}`,
        group: snag.id,
        label: remedy.label,
        against: '',
        put: remedy.put,
        measures: [measure],
        take: () => bench.offers.takeRemedy(remedy),
      })),
    ),
    ...(why?.alternatives ?? []).map((alternative) => ({
      key: alternative.label,
      group: 'why',
      label: alternative.label,
      against: alternative.against,
      put: alternative.put,
      measures: [measure],
      take: () => bench.offers.takeAlternative(alternative),
    })),
  ]);
  const letterOf = (key: string) => String.fromCharCode(97 + offers.findIndex((each) => each.key === key));

  $effect(() => {
    void measure;
    void tick().then(() => {
      host.focus({ preventScroll: true });
      host.scrollIntoView({ block: 'nearest' });
      // What is explained stays in view, too: long reasons would push their line of music out at the top.
      const line = host.closest('.bench-system');
      const room = bench.music;
      if (line && room && line.getBoundingClientRect().top < room.getBoundingClientRect().top)
        line.scrollIntoView({ block: 'start' });
    });
  });

  $effect(() => () => bench.backToMusic(host));

  function takeByLetter(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      bench.reasons.whyAt = null;
      return;
    }
    const offer = offers[event.key.charCodeAt(0) - 97];
    if (event.key.length !== 1 || !offer) return;
    event.preventDefault();
    event.stopPropagation();
    offer.take();
  }
</script>

{#snippet choice(offer: (typeof offers)[number])}
  {@const isShown = bench.work.preview?.name === offer.key}
  <li class="flex items-baseline gap-1.5">
    <kbd class="w-5 shrink-0 text-center text-sm text-quiet">{letterOf(offer.key)}</kbd>
    <button class="link text-left" onclick={offer.take}>{offer.label}</button>
    {#if offer.put.length > 0}
      <button
        class="icon-button"
        aria-label="Hear: {offer.label}"
        onclick={() => bench.offers.hear(offer.put, Math.min(...offer.measures), Math.max(...offer.measures))}
        ><Volume2 size={14} /></button
      >
    {/if}
    {#if offer.group === 'phrase' || offer.group === 'finger'}
      <button
        class="icon-button"
        class:is-on={isShown}
        aria-pressed={isShown}
        aria-label="Show in the music: {offer.label}"
        onclick={() => bench.offers.show(offer.key, offer.put)}><Eye size={14} /></button
      >
    {/if}
    {#if offer.against}<span class="text-sm text-quiet">{offer.against}</span>{/if}
  </li>
{/snippet}

<!-- Letters take what is offered; the same can be clicked. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<section
  bind:this={host}
  class="mt-1 mb-2 border-l-4 border-brass bg-brass-wash px-3 py-2 select-text focus-visible:outline-none"
  aria-label="Why measure {number} is so"
  tabindex="0"
  onkeydown={takeByLetter}
>
  <div class="flex items-start gap-4">
    <div class="grid grow gap-x-8 gap-y-2 md:grid-cols-2">
      <div>
        {#if fingering}
          <p class="font-semibold">
            Finger {fingering.finger}{fingering.then === null ? '' : `–${fingering.then}`} on {asked}
          </p>
          <p>{fingering.sentence}</p>
          {#if fingering.others.length > 0}
            <ul class="mb-1">
              {#each offers.filter((each) => each.group === 'finger') as offer (offer.key)}{@render choice(
                  offer,
                )}{/each}
            </ul>
          {/if}
          {#if fingering.phrase.length > 0}
            <p class="text-sm">The whole phrase, now {fingering.now}, could go</p>
            <ul class="mb-1">
              {#each offers.filter((each) => each.group === 'phrase') as offer (offer.key)}{@render choice(
                  offer,
                )}{/each}
            </ul>
          {/if}
          {#if bench.work.preview}<p class="text-sm font-semibold" role="status">
              Shown in the music, not taken yet.
            </p>{/if}
          {#if showsFigures}
            <table class="mb-1 text-sm">
              <tbody
                >{#each fingering.terms as { label, points } (label)}<tr
                    ><td class="pr-4">{label}</td><td class="text-right">{points}</td></tr
                  >{/each}</tbody
              >
            </table>
          {/if}
        {/if}
        {#each snags as snag (snag.id)}
          <SnagNote {snag}
            ><ul>
              {#each offers.filter((each) => each.group === snag.id) as offer (offer.key)}{@render choice(
                  offer,
                )}{/each}
            </ul></SnagNote
          >
        {/each}
        {#each differences as { sentence } (sentence)}<p>
            Since {bench.reasons.comparedWith}: {sentence}
          </p>{/each}
        {#if why}
          {#each why.sentences as sentence (sentence)}<p>{sentence}</p>{/each}
          {#if pedal}<p>Pedal: {PEDAL_POLICIES[pedal.policy].label}. {pedal.sentence}</p>{/if}
          {#each why.losses.slice(0, 6) as loss (loss.sentence + loss.notes.join())}
            <p class="text-sm text-quiet">{loss.sentence}</p>
          {/each}
          {#if why.losses.length > 6}<p class="text-sm text-quiet">and {why.losses.length - 6} more.</p>{/if}
        {/if}
        {#if needsCare}<div class="mt-1"><CautionNote of={['loose', 'reach', 'pain']} /></div>{/if}
        {#if load}
          <p class="mt-1 text-sm">
            Load {load.total} (right {load.right}, left {load.left}).
            <button class="link" onclick={() => (showsFigures = !showsFigures)}
              >{showsFigures ? 'Hide the figures' : 'Figures'}</button
            >
          </p>
          {#if showsFigures && bench.work.arrangement}
            <table class="mt-1 text-sm">
              <thead
                ><tr><th class="pr-4 text-left">Term</th><th class="pr-4">Right</th><th>Left</th></tr></thead
              >
              <tbody>
                {#each Object.entries(LOAD_TERMS) as [term, { label, most }] (term)}
                  {@const terms = bench.work.arrangement.loadTerms[measure]}
                  <tr
                    ><td class="pr-4">{label}, of {most}</td>
                    <td class="pr-4 text-right"
                      >{((terms?.right[term as keyof typeof LOAD_TERMS] ?? 0) / 100).toFixed(1)}</td
                    >
                    <td class="text-right"
                      >{((terms?.left[term as keyof typeof LOAD_TERMS] ?? 0) / 100).toFixed(1)}</td
                    ></tr
                  >
                {/each}
              </tbody>
            </table>
          {/if}
        {/if}
      </div>
      {#if why && why.alternatives.length > 0}
        <div>
          <h3 class="font-semibold">It could also be</h3>
          <ul>
            {#each offers.filter((each) => each.group === 'why') as offer (offer.key)}{@render choice(
                offer,
              )}{/each}
          </ul>
        </div>
      {/if}
    </div>
    <button class="icon-button" aria-label="Close" onclick={() => (bench.reasons.whyAt = null)}
      ><X size={16} /></button
    >
  </div>
</section>
