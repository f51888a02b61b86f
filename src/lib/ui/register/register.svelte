<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import type { SectionPrint } from '$lib/core/handout/fingerprint';
  import type { EditionMakeup } from '$lib/core/practice/edition-makeup';
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
      readonly makeup: EditionMakeup;
      readonly next: NextStep | null;
    };
    nowMs: number;
  }

  const { assignment, nowMs }: Props = $props();
  const stamps = $derived(standingStamps(assignment.entries));

  interface Square {
    readonly section: SectionPrint;
    readonly stage: (typeof STAGES)[number];
    readonly standing: PracticeEntry | null;
  }
  let open = $state.raw<Square | null>(null);
  /** Squares that are stamped together; the first is the one that is open. */
  let together = $state.raw<readonly Square[]>([]);
  /** Corners of the squares that are selected: where it began, and where the focus is. */
  let anchor = $state.raw<{ readonly row: number; readonly column: number } | null>(null);
  let focus = $state.raw({ row: 0, column: 0 });
  let table: HTMLTableElement;
  let isOpen = $state(false);
  let day = $state('');
  let tempo = $state<number | undefined>();
  let problem = $state('');
  let isSending = $state(false);
  /** The name of each stamp of this asking: asked again, it is the same stamp. */
  let ids: string[] = [];
  /** Whether an answer was lost since the square was opened. */
  let isUnknown = false;

  const isNext = (section: SectionPrint, stage: StageId) =>
    assignment.next?.section.id === section.id && assignment.next.stage.id === stage;
  /** The tempo last written down is the likeliest next one. */
  const lastTempo = $derived(
    [...assignment.entries].reverse().find((entry) => entry.tempoBpm !== null)?.tempoBpm ?? undefined,
  );

  const squareAt = (section: SectionPrint, stage: (typeof STAGES)[number]): Square => ({
    section,
    stage,
    standing: stamps.get(stampKey(section.id, stage.id)) ?? null,
  });
  const isSelected = (row: number, column: number) =>
    anchor !== null &&
    row >= Math.min(anchor.row, focus.row) &&
    row <= Math.max(anchor.row, focus.row) &&
    column >= Math.min(anchor.column, focus.column) &&
    column <= Math.max(anchor.column, focus.column);

  /** Arrows go from square to square, with Shift they take more in; Enter stamps what is taken. */
  function walk(event: KeyboardEvent, row: number, column: number) {
    const by = { ArrowRight: [0, 1], ArrowLeft: [0, -1], ArrowDown: [1, 0], ArrowUp: [-1, 0] }[event.key];
    if (by) {
      event.preventDefault();
      event.stopPropagation();
      anchor = event.shiftKey ? (anchor ?? { row, column }) : null;
      focus = {
        row: Math.max(0, Math.min(assignment.sections.length - 1, row + by[0]!)),
        column: Math.max(0, Math.min(STAGES.length - 1, column + by[1]!)),
      };
      table.querySelector<HTMLElement>(`[data-square="${focus.row}/${focus.column}"]`)?.focus();
    } else if (event.key === 'Escape') anchor = null;
  }

  function press(row: number, column: number) {
    const taken = assignment.sections.flatMap((section, at) =>
      STAGES.flatMap((stage, place) => (isSelected(at, place) ? [squareAt(section, stage)] : [])),
    );
    together = taken.length > 1 && isSelected(row, column) ? taken.filter(({ standing }) => !standing) : [];
    ask(assignment.sections[row]!, STAGES[column]!);
  }

  function ask(section: SectionPrint, stage: (typeof STAGES)[number]) {
    const standing = stamps.get(stampKey(section.id, stage.id)) ?? null;
    open = { section, stage, standing };
    day = dayToField(standing?.onDay ?? localEpochDay(nowMs));
    tempo = standing?.tempoBpm ?? (stage.needsTempo ? lastTempo : undefined);
    problem = '';
    ids = [];
    isUnknown = false;
    isOpen = true;
  }

  async function send(kind: 'passed' | 'withdrawn') {
    if (!open || isSending) return;
    const onDay = fieldToDay(day);
    if (onDay === null) return void (problem = 'Give the date of the lesson.');
    if (tempo !== undefined && tempo !== null && (tempo < 20 || tempo > 320))
      return void (problem = 'A tempo lies between 20 and 320 beats a minute.');
    isSending = true;
    const squares: readonly Square[] = kind === 'passed' && together.length > 1 ? together : [open];
    for (const [index, square] of squares.entries()) {
      const logged = await api.logEntry({
        id: (ids[index] ??= newId()),
        assignmentId: assignment.id,
        sectionId: square.section.id,
        stage: square.stage.id,
        kind,
        tempoBpm: square.stage.needsTempo ? (tempo ?? null) : null,
        onDay,
        correctsId: square.standing?.id ?? null,
      });
      if (logged.ok) continue;
      isSending = false;
      // The answer did not come, which says nothing about the stamp: asked again by the same name it is one stamp.
      isUnknown ||= logged.code === 'unreachable';
      problem =
        logged.code === 'unreachable'
          ? `${logged.message} It is not known whether ${index === 0 ? 'the stamp' : `the stamp after the first ${index}`} was kept: press again to make sure; it will not be stamped twice.`
          : isUnknown && logged.status === 409
            ? 'The stamp had been kept as you made it first. Close this to see it; then you can correct it.'
            : logged.message;
      if (isUnknown && logged.code === 'refused') await invalidateAll();
      return;
    }
    isSending = false;
    anchor = null;
    isOpen = false;
    toast.success(
      together.length > 1 && kind === 'passed'
        ? `${together.length} squares stamped`
        : `${open.section.name}, ${open.stage.label.toLowerCase()}: ${kind === 'passed' ? 'stamped' : 'withdrawn'}`,
    );
    await invalidateAll();
  }
</script>

<!-- A region that scrolls must be reachable by keyboard. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="overflow-x-auto" role="region" aria-label="Register" tabindex="0">
  <table bind:this={table} class="w-full min-w-[70rem] border-collapse bg-paper text-sm">
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
      {#each assignment.sections as section, row (section.id)}
        <tr>
          <th class="sticky left-0 border border-line bg-paper px-2 py-1 text-left">
            {section.name}<span class="block text-xs font-normal whitespace-nowrap text-quiet"
              >{section.firstNumber}–{section.lastNumber}</span
            >
          </th>
          {#each STAGES as stage, column (stage.id)}
            {@const stamp = stamps.get(stampKey(section.id, stage.id))}
            <td class="h-12 border border-line p-0">
              <button
                class="grid h-12 w-full content-center px-1.5 text-left {stamp
                  ? 'bg-sea text-white hover:bg-sea-deep'
                  : 'hover:bg-sea-wash'} {isNext(section, stage.id)
                  ? 'outline-2 -outline-offset-2 outline-sea outline-dashed'
                  : ''} {isSelected(row, column) ? 'shadow-[inset_0_0_0_3px_var(--color-brass)]' : ''}"
                data-square="{row}/{column}"
                tabindex={focus.row === row && focus.column === column ? 0 : -1}
                onfocus={() => (focus = { row, column })}
                onkeydown={(event) => walk(event, row, column)}
                aria-label="{section.name}, {stage.label}: {stamp
                  ? `stamped ${shortDay(stamp.onDay)}${stamp.tempoBpm ? ` at ${stamp.tempoBpm}` : ''}${stamp.earnedOn ? `, on edition ${stamp.earnedOn}` : ''}`
                  : isNext(section, stage.id)
                    ? 'next, not stamped'
                    : 'not stamped'}"
                onclick={() => press(row, column)}
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
    <EntryLog
      entries={assignment.entries}
      sections={assignment.sections}
      numbers={assignment.makeup.numbers}
    />
  </details>
{/if}

<SheetDialog
  bind:open={isOpen}
  title={together.length > 1
    ? `${together.length} squares`
    : open
      ? `${open.section.name}: ${open.stage.label.toLowerCase()}`
      : ''}
>
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
    {#if open?.standing && together.length < 2}<p class="text-sm text-quiet">
        Stamped already. A correction is written as a new entry; the log keeps both.
      </p>{/if}
    {#if problem}<p class="fault" role="alert">{problem}</p>{/if}
    <div class="dialog-foot">
      {#if open?.standing && together.length < 2}<button
          type="button"
          class="button"
          onclick={() => send('withdrawn')}>Withdraw the stamp</button
        >{/if}
      <button class="button button-main" disabled={isSending}
        >{open?.standing && together.length < 2 ? 'Correct' : 'Stamp'}</button
      >
    </div>
  </form>
</SheetDialog>
