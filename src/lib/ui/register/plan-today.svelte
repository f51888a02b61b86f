<script lang="ts">
  import type { DayPlan, PlanKind } from '$lib/core/practice/plan-state';
  import { STAGES } from '$lib/core/practice/stages.data';
  import CautionNote from '../care/caution-note.svelte';

  interface Props {
    plan: DayPlan;
    nameOf: (assignmentId: string, sectionId: string) => { readonly title: string; readonly section: string };
    birthYear: number | null;
  }
  const { plan, nameOf, birthYear }: Props = $props();
  const WORDS: Readonly<Record<PlanKind, string>> = {
    'warm-up': 'Warm up',
    trouble: 'Mend',
    new: 'Learn',
    join: 'Join',
    revisit: 'Keep',
    secure: 'End with',
  };
  const stageOf = (stage: string) => STAGES.find(({ id }) => id === stage)?.label.toLowerCase() ?? '';
</script>

{#if plan.items.length > 0}
  <details class="mt-4 border-y border-line py-2">
    <summary class="cursor-pointer font-semibold"
      >A day’s practice from here: {plan.items.length} things, {plan.totalMinutes} minutes, a rest after {plan.restAfterMinutes}</summary
    >
    <table class="ruled mt-2 text-sm">
      <thead
        ><tr><th>What</th><th>Where</th><th>How</th><th class="text-right">Minutes</th><th>Why</th></tr
        ></thead
      >
      <tbody>
        {#each plan.items as item, index (index)}
          {@const name = nameOf(item.piece, item.section)}
          <tr>
            <td class="font-semibold">{WORDS[item.what]}</td>
            <td>{name.title}, {name.section}</td>
            <td
              >{item.what === 'warm-up' ? '' : stageOf(item.stage)}{item.tempoBpm === null
                ? ''
                : ` at ♩ ${item.tempoBpm}`}</td
            >
            <td class="text-right">{item.minutes}</td>
            <td>{item.why}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if plan.waits.length > 0}
      <p class="mt-2 text-sm font-semibold">Waits</p>
      <ul class="text-sm text-quiet">
        {#each plan.waits as waiting, index (index)}
          {@const name = nameOf(waiting.piece, waiting.section)}
          <li>{name.title}, {name.section} ({WORDS[waiting.what].toLowerCase()}): {waiting.why}</li>
        {/each}
      </ul>
    {/if}
    <CautionNote of={birthYear === null ? ['loose', 'pain', 'seat'] : ['loose', 'pain', 'seat', 'feet']} />
  </details>
{/if}
