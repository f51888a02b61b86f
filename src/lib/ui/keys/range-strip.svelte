<script lang="ts">
  import type { VoiceRange } from '$lib/core/learner/voice';

  import type { RankedKey } from '$lib/core/keys/rank-keys';
  import { pianoKeyName } from '$lib/core/pitch/key-name';

  interface Props {
    voice: VoiceRange | null;
    ranked: Pick<RankedKey, 'lowest' | 'highest'>;
  }

  const { voice, ranked }: Props = $props();

  /** C2 to C7: what is sung or played as a tune. */
  const [LOWEST, HIGHEST] = [36, 96];
  const at = (key: number) =>
    (100 * (Math.min(HIGHEST, Math.max(LOWEST, key)) - LOWEST)) / (HIGHEST - LOWEST);
  const isInside = $derived(
    voice === null || (ranked.lowest >= voice.lowest && ranked.highest <= voice.highest),
  );
  const label = $derived(
    `tune ${pianoKeyName(ranked.lowest)} to ${pianoKeyName(ranked.highest)}` +
      (voice === null ? '' : isInside ? ', inside the voice' : ', beyond the voice'),
  );
</script>

{#if Number.isFinite(ranked.lowest)}
  <span class="relative h-4 w-36 shrink-0 bg-line/30" role="img" aria-label={label}>
    {#if voice}
      <span
        class="absolute inset-y-0 border-x border-quiet bg-brass-wash"
        style:left="{at(voice.lowest)}%"
        style:right="{100 - at(voice.highest)}%"
      ></span>
      <span
        class="absolute inset-y-0 bg-brass/30"
        style:left="{at(voice.comfortLowest)}%"
        style:right="{100 - at(voice.comfortHighest)}%"
      ></span>
    {/if}
    <span
      class="absolute inset-y-[0.4rem] {isInside ? 'bg-sea' : 'bg-rust'}"
      style:left="{at(ranked.lowest)}%"
      style:right="{100 - at(ranked.highest)}%"
    ></span>
  </span>
{/if}
