<script lang="ts">
  import type { Score } from '$lib/core/score/model';
  import type { SystemPlan } from '$lib/core/engrave/line';
  import type { Arranger } from '../workers/arranger';
  import type { Engraver } from '../workers/engraver';
  import MusicLine from './music-line.svelte';

  interface Props {
    arranger: Arranger;
    engraver: Engraver;
    score: Score;
    /** Room in view-box units; smaller is larger music. */
    width: number;
    label: string;
  }

  const { arranger, engraver, score, width, label }: Props = $props();
  let plans = $state.raw<readonly SystemPlan[]>([]);
  const options = $derived({ pageWidth: width, unit: 9 });

  $effect(() => {
    const wanted = score;
    arranger
      .layOut(wanted, [], {
        lineWidth: 100_000,
        mostMeasures: 12,
        markings: {
          fingers: true,
          counts: false,
          chordSymbols: true,
          lyrics: true,
          pedal: true,
          isWithoutMetre: true,
        },
      })
      .then(
        (laidOut) => {
          if (wanted === score) plans = laidOut;
        },
        () => undefined,
      );
  });
</script>

<div role="img" aria-label={label}>
  {#each plans as plan (plan.range.from)}<MusicLine {engraver} {plan} {options} />{/each}
</div>
