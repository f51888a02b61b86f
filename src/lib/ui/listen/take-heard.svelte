<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import type { Finding } from '$lib/core/listen/findings';
  import { takeTimeline } from '$lib/core/playback/take-timeline';
  import type { Player } from '../playback/player.svelte';
  import { saveFile } from '../parts/save-file';
  import type { TakeSession } from './take-session.svelte';

  interface Props {
    take: TakeSession;
    /** Takes a finding over as a trouble mark; absent where nobody is there to accept it. */
    onaccept?: (finding: Finding) => void;
    /** Shows where it is. */
    onshow: (finding: Finding) => void;
    /** Takes the tempo over. */
    ontempo?: (bpm: number) => void;
    player: Player;
    /** Plays the passage as it is written. */
    onwritten: () => void;
    /** Ways of keeping the take; what came of it is told in words. */
    keeps?: readonly { readonly label: string; readonly keep: () => Promise<string> }[];
  }

  const { take, onaccept, onshow, ontempo, player, onwritten, keeps = [] }: Props = $props();
  let kept = $state('');

  function save() {
    const midi = take.midi();
    if (midi) saveFile(midi, 'take.mid');
  }

  function asPlayed() {
    const { take: played } = take;
    if (played) void player.play(() => Promise.resolve(takeTimeline(played)), false);
  }
  let accepted = $state.raw<ReadonlySet<Finding>>(new Set());

  function accept(finding: Finding) {
    onaccept?.(finding);
    accepted = new Set([...accepted, finding]);
  }
</script>

<section
  class="max-h-[40vh] shrink-0 overflow-y-auto border-t-2 border-sea bg-paper px-4 py-2"
  aria-label="What was heard"
>
  <div class="flex items-baseline gap-3">
    <h2>What was heard</h2>
    <p role="status">{take.words}</p>
    {#if ontempo && take.heard?.tempoBpm}
      <button class="button" onclick={() => ontempo(Math.round(take.heard!.tempoBpm!))}
        >Take ♩ {Math.round(take.heard.tempoBpm)} for the next mark</button
      >
    {/if}
    <button class="icon-button ml-auto" aria-label="Let go of this take" onclick={() => take.forget()}
      ><X size={16} /></button
    >
  </div>
  <ul class="mt-1 grid gap-1">
    {#each take.findings as finding, index (index)}
      <li class="flex items-center gap-3">
        <button class="link text-left" onclick={() => onshow(finding)}>{finding.sentence}</button>
        {#if onaccept}
          <button class="button ml-auto" disabled={accepted.has(finding)} onclick={() => accept(finding)}
            >{accepted.has(finding) ? 'Marked' : 'Mark it'}</button
          >
        {/if}
      </li>
    {:else}
      <li class="text-quiet">Every measure as written, in its own pulse.</li>
    {/each}
  </ul>
  <div class="mt-2 flex flex-wrap items-center gap-2">
    <button class="button" onclick={asPlayed}>Hear it as played</button>
    <button class="button" onclick={onwritten}>Hear it as written</button>
    <button class="button" onclick={save}>Save as MIDI</button>
    {#each keeps as { label, keep } (label)}
      <button class="button" onclick={async () => (kept = await keep())}>{label}</button>
    {/each}
    <span role="status">{kept}</span>
  </div>
  <p class="mt-1 text-sm text-quiet">
    Evidence for whoever listens, and no grade. Nothing of a take is kept unless you keep it.
  </p>
</section>
