<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import type { SectionPrint } from '$lib/core/handout/fingerprint';
  import { stampKey, standingStamps, type NextStep, type PracticeEntry } from '$lib/core/practice/register';
  import { STAGES, type StageId } from '$lib/core/practice/stages.data';
  import { toast } from 'svelte-sonner';
  import { api } from '../api/api';
  import { dayToField, fieldToDay, localEpochDay, shortDay } from '../parts/dates';
  import { newId } from '../parts/new-id';
  import SheetDialog from '../parts/sheet-dialog.svelte';
  import EntryLog from './entry-log.svelte';

  interface Props {
    assignment: {
      readonly id: string;
      readonly sections: readonly SectionPrint[];
      readonly entries: readonly PracticeEntry[];
      readonly next: NextStep | null;
    };
    nowMs: number;
  }

  const { assignment, nowMs }: Props = $props();
  const stamps = $derived(standingStamps(assignment.entries));

  let open = $state.raw<{
    section: SectionPrint;
    stage: (typeof STAGES)[number];
    standing: PracticeEntry | null;
  } | null>(null);
  let isOpen = $state(false);
  let day = $state('');
  let tempo = $state<number | undefined>();
  let problem = $state('');
  let isSending = $state(false);
  let entryId = '';

  const isNext = (section: SectionPrint, stage: StageId) =>
    assignment.next?.section.id === section.id && assignment.next.stage.id === stage;
  /** The tempo last written down is the likeliest next one. */
  const lastTempo = $derived(
    [...assignment.entries].reverse().find((entry) => entry.tempoBpm !== null)?.tempoBpm ?? undefined,
  );

  function ask(section: SectionPrint, stage: (typeof STAGES)[number]) {
    const standing = stamps.get(stampKey(section.id, stage.id)) ?? null;
    open = { section, stage, standing };
    day = dayToField(standing?.onDay ?? localEpochDay(nowMs));
    tempo = standing?.tempoBpm ?? (stage.needsTempo ? lastTempo : undefined);
    problem = '';
    entryId = newId();
    isOpen = true;
  }

  async function send(kind: 'passed' | 'withdrawn') {
    if (!open || isSending) return;
    const onDay = fieldToDay(day);
    if (onDay === null) return void (problem = 'Give the date of the lesson.');
    if (tempo !== undefined && tempo !== null && (tempo < 20 || tempo > 320))
      return void (problem = 'A tempo lies between 20 and 320 beats a minute.');
    isSending = true;
    const entry = {
      id: entryId,
      assignmentId: assignment.id,
      sectionId: open.section.id,
      stage: open.stage.id,
      kind,
      tempoBpm: tempo ?? null,
      onDay,
      correctsId: open.standing?.id ?? null,
    };
    const logged = await api.logEntry(entry);
    isSending = false;
    if (!logged.ok) {
      problem = logged.code === 'refused' ? logged.message : `${logged.message} Nothing was stamped.`;
      return;
    }
    isOpen = false;
    toast.success(
      `${open.section.name}, ${open.stage.label.toLowerCase()}: ${kind === 'passed' ? 'stamped' : 'withdrawn'}`,
    );
    await invalidateAll();
  }
</script>

<!-- A region that scrolls must be reachable by keyboard. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="overflow-x-auto" role="region" aria-label="Register" tabindex="0">
  <table class="w-full min-w-[70rem] border-collapse bg-paper text-sm">
    <thead>
      <tr>
        <th class="sticky left-0 w-28 border border-line bg-paper px-2 py-1 text-left">Section</th>
        {#each STAGES as stage (stage.id)}<th
            class="w-[5.2rem] border border-line px-1.5 py-1 text-left align-bottom font-semibold text-quiet"
            >{stage.label}</th
          >{/each}
      </tr>
    </thead>
    <tbody>
      {#each assignment.sections as section (section.id)}
        <tr>
          <th class="sticky left-0 border border-line bg-paper px-2 py-1 text-left">
            {section.name}<span class="block text-xs font-normal whitespace-nowrap text-quiet"
              >{section.firstNumber}–{section.lastNumber}</span
            >
          </th>
          {#each STAGES as stage (stage.id)}
            {@const stamp = stamps.get(stampKey(section.id, stage.id))}
            <td class="h-12 border border-line p-0">
              <button
                class="grid h-12 w-full content-center px-1.5 text-left {stamp
                  ? 'bg-sea text-white hover:bg-sea-deep'
                  : 'hover:bg-sea-wash'} {isNext(section, stage.id)
                  ? 'outline-2 -outline-offset-2 outline-sea outline-dashed'
                  : ''}"
                aria-label="{section.name}, {stage.label}: {stamp
                  ? `stamped ${shortDay(stamp.onDay)}${stamp.tempoBpm ? ` at ${stamp.tempoBpm}` : ''}${stamp.earnedOn ? `, on edition ${stamp.earnedOn}` : ''}`
                  : isNext(section, stage.id)
                    ? 'next, not stamped'
                    : 'not stamped'}"
                onclick={() => ask(section, stage)}
              >
                {#if stamp}
                  <span class="font-bold">{shortDay(stamp.onDay)}</span>
                  <span
                    >{stamp.tempoBpm ? `♩ ${stamp.tempoBpm}` : 'done'}{stamp.earnedOn
                      ? ` · ed. ${stamp.earnedOn}`
                      : ''}</span
                  >
                {:else if isNext(section, stage.id)}<span class="font-semibold text-sea">next</span>{/if}
              </button>
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>
{#if assignment.entries.length > 0}
  <details class="mt-1 text-sm">
    <summary class="cursor-pointer text-quiet"
      >Log, {assignment.entries.length} {assignment.entries.length === 1 ? 'entry' : 'entries'}</summary
    >
    <EntryLog entries={assignment.entries} sections={assignment.sections} />
  </details>
{/if}

<SheetDialog bind:open={isOpen} title={open ? `${open.section.name}: ${open.stage.label.toLowerCase()}` : ''}>
  <form
    class="grid gap-3"
    onsubmit={(event) => {
      event.preventDefault();
      void send('passed');
    }}
  >
    <div class="grid grid-cols-2 gap-3">
      <label class="field">Date<input type="date" bind:value={day} required /></label>
      <label class="field"
        >Tempo, beats a minute<input type="number" min="20" max="320" bind:value={tempo} /></label
      >
    </div>
    {#if open?.standing}<p class="text-sm text-quiet">
        Stamped already. A correction is written as a new entry; the log keeps both.
      </p>{/if}
    {#if problem}<p class="fault" role="alert">{problem}</p>{/if}
    <div class="flex justify-end gap-2">
      {#if open?.standing}<button type="button" class="button" onclick={() => send('withdrawn')}
          >Withdraw the stamp</button
        >{/if}
      <button class="button button-main" disabled={isSending}>{open?.standing ? 'Correct' : 'Stamp'}</button>
    </div>
  </form>
</SheetDialog>
