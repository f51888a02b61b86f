<script lang="ts">
  import { measureNumber } from '$lib/core/score/by-measure';
  import { onMount } from 'svelte';
  import { countSentence } from '$lib/core/counting/explain-count';
  import { metreOffset } from '$lib/core/score/time';
  import { useBench } from './bench-session.svelte';
  import type { CountPlace } from './count-edits';

  const { place }: { place: CountPlace } = $props();
  const bench = useBench();
  const count = $derived(
    bench.work.arrangement?.counts[place.measure]?.find(({ at }) => at === place.at) ?? null,
  );
  const number = $derived(measureNumber(bench.work.arrangement?.score.measures, place.measure));
  const sentence = $derived.by(() => {
    const measures = bench.work.arrangement?.score.measures;
    const measure = measures?.[place.measure];
    if (!count || !measures || !measure) return 'Nothing is counted here.';
    const said = countSentence(count, measure.time, metreOffset(measures, place.measure));
    return isOwn ? `${said} The word is your own.` : said;
  });
  const isOwn = $derived(bench.counts.pinAt(place) !== null);
  let text = $state('');
  let input: HTMLInputElement;
  let form: HTMLFormElement;

  onMount(() => {
    input.focus();
    return () => bench.backToMusic(form);
  });

  function write(event: SubmitEvent) {
    event.preventDefault();
    if (text.trim() === '') return;
    bench.counts.write(place, text);
    bench.selection.countAt = null;
  }
</script>

<p class="min-w-24 font-semibold">Count in measure {number}</p>
<form bind:this={form} class="tools" onsubmit={write}>
  <label
    >Say <input
      bind:this={input}
      class="field-inline w-20"
      placeholder={count?.syllable ?? ''}
      bind:value={text}
      maxlength="8"
      onkeydown={(event) => {
        if (event.key === 'Escape') bench.selection.countAt = null;
      }}
    /></label
  >
  <button class="tool" disabled={text.trim() === ''}>Write</button>
  <button
    type="button"
    class="tool"
    disabled={!isOwn}
    onclick={() => {
      bench.counts.write(place, null);
      bench.selection.countAt = null;
    }}>As the style says</button
  >
  <span class="text-quiet">{sentence}</span>
</form>
