<script lang="ts">
  import KeyboardPicture from '../parts/keyboard-picture.svelte';
  import type { TakeSession } from '../listen/take-session.svelte';
  import type { Player } from '../playback/player.svelte';

  interface Props {
    lowest: number;
    highest: number;
    take: TakeSession;
    player: Player;
  }

  const { lowest, highest, take, player }: Props = $props();
  /** Keys on a screen know no force. */
  const VELOCITY = 72;
  let isPedalDown = $state(false);

  function press(key: number) {
    void player.touch([key]);
    if (take.state === 'listening') take.press(key, VELOCITY);
  }

  function pedal(isDown: boolean) {
    isPedalDown = isDown;
    if (take.state === 'listening') take.pedal(isDown);
  }
</script>

<div class="flex items-end gap-3" role="group" aria-label="Keys and pedal on the screen">
  <div class="grow">
    <KeyboardPicture
      {lowest}
      {highest}
      label="Keys to play on"
      onpress={press}
      onrelease={(key) => take.release(key)}
      isWide
    />
  </div>
  <button class="button min-h-11" aria-pressed={isPedalDown} onclick={() => pedal(!isPedalDown)}
    >{isPedalDown ? 'Pedal: lift' : 'Pedal: down'}</button
  >
</div>
