<script lang="ts">
  import { onDestroy } from 'svelte';
  import CautionNote from '../care/caution-note.svelte';
  import { connectKeyboard, type ConnectedKeyboard } from '../devices/keyboard-input';
  import KeyboardPicture from '../parts/keyboard-picture.svelte';
  import { spanLabel } from '$lib/core/learner/hands';
  import { SpanMeter } from './span-meter.svelte';

  interface Props {
    /** Takes a measured reach for a hand. */
    ontake: (hand: 'left' | 'right', reach: 'comfortable' | 'largest', semitones: number) => void;
  }

  const { ontake }: Props = $props();
  const meter = new SpanMeter();
  let hand = $state<'left' | 'right'>('right');
  let reach = $state<'comfortable' | 'largest'>('comfortable');
  let keyboard = $state.raw<ConnectedKeyboard | null>(null);
  let message = $state('');

  const marks = $derived(new Map([...meter.held].map((key) => [key, ''])));
  const isUsable = $derived(meter.semitones !== null && meter.semitones >= 5 && meter.semitones <= 19);

  async function listen() {
    const outcome = await connectKeyboard(meter);
    if (outcome.ok) {
      keyboard = outcome.keyboard;
      message = `Listening to ${outcome.keyboard.name}.`;
    } else message = outcome.message;
  }

  function take() {
    if (meter.semitones === null) return;
    ontake(hand, reach, meter.semitones);
    message = `${hand === 'left' ? 'Left' : 'Right'} hand, ${reach}: ${spanLabel(meter.semitones)}. Save to keep it.`;
    meter.start();
  }

  onDestroy(() => keyboard?.disconnect());
</script>

<section class="border border-line bg-paper p-3" aria-labelledby="measure-span">
  <h2 id="measure-span" class="mb-1">Measure the reach at the keys</h2>
  <p class="mb-2 text-sm">
    Press the two outermost keys together, or click them here: first what is comfortable with a loose arm,
    then the largest reach that needs no force.
  </p>
  <div class="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2">
    <div class="flex gap-1" role="radiogroup" aria-label="Hand">
      {#each ['left', 'right'] as const as each (each)}
        <button
          type="button"
          class="tool"
          class:is-on={hand === each}
          role="radio"
          aria-checked={hand === each}
          onclick={() => {
            hand = each;
            meter.start();
          }}>{each === 'left' ? 'Left hand' : 'Right hand'}</button
        >
      {/each}
    </div>
    <div class="flex gap-1" role="radiogroup" aria-label="Reach">
      {#each ['comfortable', 'largest'] as const as each (each)}
        <button
          type="button"
          class="tool"
          class:is-on={reach === each}
          role="radio"
          aria-checked={reach === each}
          onclick={() => {
            reach = each;
            meter.start();
          }}>{each === 'comfortable' ? 'Comfortable' : 'Largest'}</button
        >
      {/each}
    </div>
    <button type="button" class="button" onclick={listen} disabled={keyboard !== null}
      >Use a digital keyboard</button
    >
    <span class="font-semibold tabular-nums" role="status"
      >{meter.semitones === null
        ? 'No reach yet'
        : `${spanLabel(meter.semitones)}, ${meter.semitones} semitones`}</span
    >
    <button type="button" class="button button-main" disabled={!isUsable} onclick={take}>Take it</button>
  </div>
  <KeyboardPicture
    lowest={48}
    highest={84}
    isWide
    {marks}
    label="Keys to measure a reach on"
    onpress={(key) => meter.click(key)}
  />
  {#if message}<p class="mt-2 text-sm" role="status">{message}</p>{/if}
  <div class="mt-2"><CautionNote of={['reach', 'loose', 'pain']} /></div>
</section>
