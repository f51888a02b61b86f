<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import Printer from '@lucide/svelte/icons/printer';
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { EXPORTS } from '$lib/core/formats/write-score';
  import { PAPERS, type PaperName } from '$lib/core/handout/papers.data';
  import type { SheetChoices } from '$lib/core/handout/sheet-choices';
  import { NOTE_SIZES, type NoteSize } from '$lib/core/handout/sheets.data';
  import type { Printed } from '$lib/core/sheets/page';
  import Choose from '../parts/choose.svelte';
  import { saveFile } from '../parts/save-file';
  import { HandoutSession, type HandoutOpening } from './handout-session.svelte';
  import Pages from './pages.svelte';
  import SheetList from './sheet-list.svelte';

  interface Props {
    opening: HandoutOpening & { readonly title: string; readonly editionNumber: number };
    /** The pages as they were chosen last, or a promise of them. */
    kept: Printed | null;
    coming: Promise<Printed | null> | null;
    learners: readonly { readonly id: string; readonly name: string }[];
  }

  const { opening, kept, coming, learners }: Props = $props();
  // A handout is opened once for a learner; the page is made anew for another.
  // svelte-ignore state_referenced_locally
  const session = new HandoutSession(opening, kept);
  let isWriting = $state(false);

  onMount(() => {
    void session.begin(coming);
    return () => session.dispose();
  });

  async function savePdf() {
    isWriting = true;
    const file = await session.file();
    isWriting = false;
    if (file) saveFile(file, `${opening.title}.pdf`);
  }

  const MARKINGS = [
    ['fingers', 'Fingers'],
    ['counts', 'Counts'],
    ['chordSymbols', 'Chord letters'],
    ['pedal', 'Pedal'],
    ['noteNames', 'Names of the notes'],
    ['largeWords', 'Large words'],
  ] as const;
  const MORE = [
    ...Object.entries(EXPORTS).map(([format, { label }]) => ({ format, label: label as string })),
    { format: 'mei', label: 'MEI' },
    { format: 'zip', label: 'All as a zip' },
  ];
</script>

<div class="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[19rem_minmax(0,1fr)]">
  <aside
    class="screen-only grid content-start gap-4 border-r border-line bg-ground p-4 lg:sticky lg:top-0 lg:h-[calc(100dvh-var(--above))] lg:overflow-y-auto"
    aria-label="What is printed"
  >
    <h1 class="text-lg">
      {opening.title} <span class="font-normal text-quiet">· edition {opening.editionNumber}</span>
    </h1>
    <div class="flex flex-wrap gap-2">
      <button class="button button-main" onclick={() => void savePdf()} disabled={isWriting}
        ><Download size={17} aria-hidden="true" />{isWriting ? 'Writing …' : 'PDF'}</button
      >
      <button class="button" onclick={() => window.print()} disabled={!session.printed || session.isWorking}
        ><Printer size={17} aria-hidden="true" />Print</button
      >
    </div>
    <Choose
      look="above"
      label="For"
      value={opening.learnerId ?? ''}
      choices={[
        { value: '', label: 'nobody in particular' },
        ...learners.map(({ id, name }) => ({ value: id, label: name })),
      ]}
      onchoose={(id: string) =>
        void goto(`/handouts/${opening.editionId}${id ? `?learner=${id}` : ''}`, { invalidateAll: true })}
    />
    <section>
      <h2 class="mb-1">Sheets</h2>
      <SheetList {session} />
    </section>
    <section class="grid gap-2">
      <h2>How it is printed</h2>
      <Choose
        look="above"
        label="Paper"
        value={session.choices.paper}
        choices={Object.entries(PAPERS).map(([value, { label }]) => ({
          value: value as PaperName,
          label: label as string,
        }))}
        onchoose={(paper: PaperName) => session.choose({ paper })}
      />
      <Choose
        look="above"
        label="Notes"
        value={session.choices.noteSize}
        choices={Object.entries(NOTE_SIZES).map(([value, { label, staffMm }]) => ({
          value: value as NoteSize,
          label: `${label}: a staff ${staffMm} mm high`,
        }))}
        onchoose={(noteSize: NoteSize) => session.choose({ noteSize })}
      />
      <Choose
        look="above"
        label="Measures on a line, at most"
        value={session.choices.measuresALine ?? 0}
        choices={[0, 1, 2, 3, 4, 5, 6].map((value) => ({
          value,
          label: value === 0 ? 'as many as fit' : String(value),
        }))}
        onchoose={(count: number) => session.choose({ measuresALine: count === 0 ? null : count })}
      />
      <Choose
        look="above"
        label="Scale over"
        value={session.choices.octaves}
        choices={[
          { value: 1 as const, label: 'one octave' },
          { value: 2 as const, label: 'two octaves' },
        ]}
        onchoose={(octaves: 1 | 2) => session.choose({ octaves })}
      />
      <Choose
        look="above"
        label="Hands apart"
        value={session.choices.handsApart}
        choices={[
          { value: 'alone' as const, label: 'each by itself' },
          { value: 'other-small' as const, label: 'large, the other small' },
        ]}
        onchoose={(handsApart: SheetChoices['handsApart']) => session.choose({ handsApart })}
      />
      {#each MARKINGS as [field, label] (field)}
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            checked={session.choices[field]}
            onchange={(event) => session.choose({ [field]: event.currentTarget.checked })}
          />{label}</label
        >
      {/each}
    </section>
    <section>
      <h2 class="mb-1">Take it out</h2>
      <p class="flex flex-wrap gap-x-3 gap-y-1">
        {#each MORE as { format, label } (format)}
          <a href="/api/editions/{opening.editionId}/export?format={format}" data-sveltekit-reload download
            >{label}</a
          >
        {/each}
      </p>
    </section>
    <p class="text-sm"><a href="/handouts/class">Print for several learners in one file</a></p>
  </aside>
  <div aria-live="polite">
    {#if session.problem}<p class="notice notice-fault m-4" role="alert">{session.problem}</p>{/if}
    {#if session.isWorking}<p class="screen-only p-4 text-quiet" role="status">Laying out the pages …</p>{/if}
    {#if session.printed}
      <div class={session.isWorking ? 'opacity-60' : ''}><Pages printed={session.printed} /></div>
    {/if}
  </div>
</div>
