<script lang="ts">
  import KeyboardPicture from '../parts/keyboard-picture.svelte';
  import { STEPS } from '$lib/core/pitch/pitch';
  import type { ComposeSession } from './compose-session.svelte';
  import { VALUES } from './note-text';

  const { session }: { session: ComposeSession } = $props();

  function press(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const letter = STEPS.find((step) => event.shiftKey && event.key.toUpperCase() === step);
    const value = VALUES.find((each) => !event.shiftKey && each.key === event.key);
    if (letter) session.pressLetter(letter);
    else if (value) session.value = value.key;
    else if (event.key === '.') session.isDotted = !session.isDotted;
    else if (event.key === ' ') session.rest();
    else if (event.key === '-') session.tie();
    else if (event.key === 'Backspace') session.takeBack();
    else if (event.key === 'ArrowUp') session.shiftOctave(1);
    else if (event.key === 'ArrowDown') session.shiftOctave(-1);
    else return;
    event.preventDefault();
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
  class="grid gap-2 border border-line bg-paper p-3 focus-within:border-sea"
  role="group"
  aria-label="Enter notes by ear"
  tabindex="0"
  onkeydown={press}
>
  <div class="flex flex-wrap items-center gap-1.5">
    <span class="mr-1 font-semibold">By ear</span>
    {#each VALUES as value (value.key)}
      <button
        class="button {session.value === value.key ? 'button-main' : ''}"
        aria-pressed={session.value === value.key}
        onclick={() => (session.value = value.key)}
        >{value.label} <kbd class="text-sm opacity-70">{value.key}</kbd></button
      >
    {/each}
    <button
      class="button {session.isDotted ? 'button-main' : ''}"
      aria-pressed={session.isDotted}
      onclick={() => (session.isDotted = !session.isDotted)}
      >dotted <kbd class="text-sm opacity-70">.</kbd></button
    >
    <button class="button" onclick={() => session.rest()}
      >rest <kbd class="text-sm text-quiet">space</kbd></button
    >
    <button class="button" onclick={() => session.tie()}>tie <kbd class="text-sm text-quiet">-</kbd></button>
    <button class="button" onclick={() => session.takeBack()}
      >take back <kbd class="text-sm text-quiet">⌫</kbd></button
    >
    <span class="ml-auto text-sm text-quiet">Shift + A–G enters the nearest note, ↑ ↓ move it an octave</span>
  </div>
  <KeyboardPicture
    lowest={36}
    highest={96}
    isWide
    label="Keyboard for entering notes"
    onpress={(key) => session.pressKey(key)}
  />
</div>
