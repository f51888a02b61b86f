<script lang="ts">
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import type { FormSection } from '$lib/core/analyse/form';
  import { usePiece } from './piece-session.svelte';
  import Choose from '../parts/choose.svelte';

  const piece = usePiece();
  const form = $derived(piece.analysis!.form);
  const tune = $derived(piece.analysis!.tune);
  const staves = $derived(
    (piece.score?.parts ?? []).flatMap((part, index) =>
      Array.from({ length: part.staves }, (_, staff) => ({
        value: `${index}/${staff}`,
        label:
          part.staves > 1 ? (staff === 0 ? 'upper staff' : 'lower staff') : part.name || `part ${index + 1}`,
      })),
    ),
  );
  const NAMES = ['Intro', 'Verse', 'Chorus', 'Bridge', 'Ending'];
  const splitAt = $derived.by(() => {
    const measure = piece.range?.from;
    if (measure === undefined || piece.isUnfolded) return null;
    const holder = form.sections.find((section) => section.from < measure && section.to >= measure);
    return holder ? { measure, holder } : null;
  });

  function except(section: FormSection): string {
    const origin = form.sections.find((each) => each.id === section.repeats);
    if (!origin) return '';
    const moved =
      section.transposedBy === 0
        ? ''
        : `, ${Math.abs(section.transposedBy)} semitones ${section.transposedBy > 0 ? 'higher' : 'lower'}`;
    const measures = section.differences.map((each) => piece.numberOf(each.measure));
    if (measures.length === 0) return `as ${origin.name}${moved}`;
    return `as ${origin.name}${moved} except measure${measures.length > 1 ? 's' : ''} ${measures.join(', ')}`;
  }

  /** “measures 5–8 as 1–4, except 8”. */
  function innerOf({ inner }: FormSection): string {
    const range = (from: number, to: number) => `${piece.numberOf(from)}–${piece.numberOf(to)}`;
    return inner
      .map(({ from, to, asFrom, asTo, except: odd }) => {
        const but = odd.length === 0 ? '' : ` except ${odd.map((each) => piece.numberOf(each)).join(', ')}`;
        return `measures ${range(from, to)} as ${range(asFrom, asTo)}${but}`;
      })
      .join('; ');
  }

  function aboutOf(section: FormSection): string {
    const { pickupQuarters } = section;
    const pickup =
      pickupQuarters === 0
        ? ''
        : `opens with a pickup of ${pickupQuarters} quarter${pickupQuarters === 1 ? '' : 's'}`;
    return [except(section), innerOf(section), pickup].filter(Boolean).join(' · ');
  }

  function rename(id: string, name: string) {
    const trimmed = name.trim();
    if (trimmed === '' || form.sections.some((each) => each.id === id && each.name === trimmed)) return;
    void piece.setSections(form.sections.map((each) => (each.id === id ? { ...each, name: trimmed } : each)));
  }

  function split() {
    if (!splitAt) return;
    const { measure, holder } = splitAt;
    const made = {
      id: `s${measure}-${form.sections.length}`,
      name: 'New section',
      from: measure,
      to: holder.to,
    };
    void piece.setSections(
      form.sections.flatMap((each) =>
        each.id === holder.id ? [{ ...each, to: measure - 1 }, made] : [each],
      ),
    );
  }

  function join(section: FormSection) {
    const before = form.sections.find((each) => each.to === section.from - 1);
    if (!before) return;
    void piece.setSections(
      form.sections.flatMap((each) =>
        each.id === section.id ? [] : each.id === before.id ? [{ ...each, to: section.to }] : [each],
      ),
    );
  }

  function move(index: number, by: 1 | -1) {
    const reordered = [...form.sections];
    const [taken] = reordered.splice(index, 1);
    reordered.splice(index + by, 0, taken!);
    void piece.setSections(reordered);
  }

  const placeName = (part: number, staff: number) =>
    staves.find((each) => each.value === `${part}/${staff}`)?.label ?? '';

  function placeTune(value: string) {
    if (!piece.range) return;
    const [part, staff] = value.split('/').map(Number) as [number, number];
    void piece.correct({ kind: 'tune', ...piece.range, place: value === '' ? null : { part, staff } });
  }
</script>

<div class="grid gap-3">
  <p>
    <strong>{form.pattern.join(' ')}</strong>
    <span class="text-quiet"
      >{form.origin === 'chosen'
        ? 'as you set it'
        : form.origin === 'marked'
          ? 'as the score marks it'
          : 'as found from what repeats'}</span
    >
  </p>
  <datalist id="section-names"
    >{#each NAMES as name (name)}<option value={name}></option>{/each}</datalist
  >
  <ol class="grid gap-2" aria-label="Sections in learning order">
    {#each form.sections as section, index (section.id)}
      <li class="grid gap-1 border-l-4 border-line pl-2">
        <div class="flex items-center gap-1.5">
          <span class="w-7 font-bold">{section.label}</span>
          <input
            class="field-inline min-w-0 grow"
            aria-label="Name of section {section.label}, measures {piece.numberOf(
              section.from,
            )} to {piece.numberOf(section.to)}"
            list="section-names"
            value={section.name}
            maxlength="40"
            onchange={(event) => rename(section.id, event.currentTarget.value)}
          />
          <button
            class="link whitespace-nowrap text-sm"
            onclick={() => piece.selectRange(section.from, section.to)}
            >{piece.numberOf(section.from)}–{piece.numberOf(section.to)}</button
          >
          <button
            class="icon-button"
            aria-label="Learn {section.name} earlier"
            disabled={index === 0}
            onclick={() => move(index, -1)}><ArrowUp size={15} /></button
          >
          <button
            class="icon-button"
            aria-label="Learn {section.name} later"
            disabled={index === form.sections.length - 1}
            onclick={() => move(index, 1)}><ArrowDown size={15} /></button
          >
        </div>
        <p class="text-sm text-quiet">
          {aboutOf(section)}
          {#if section.from > 0}<button class="link" onclick={() => join(section)}
              >Join with the one before</button
            >{/if}
        </p>
      </li>
    {/each}
  </ol>
  <div class="flex flex-wrap gap-2">
    <button class="button" disabled={!splitAt} onclick={split}
      >{splitAt
        ? `Split at measure ${piece.numberOf(splitAt.measure)}`
        : 'Select a measure to split at'}</button
    >
    {#if form.origin === 'chosen'}<button class="button" onclick={() => piece.setSections(null)}
        >As found</button
      >{/if}
  </div>
  <ul class="text-sm">
    {#each form.worth.filter((each) => each.played > each.learned) as each (each.label)}
      <li>
        {each.learned} measures of {each.label} learned are {each.played} of the {each.total} that are played.
      </li>
    {/each}
  </ul>
  <div>
    <h2>Where the tune is</h2>
    {#if tune.places.length === 0}<p class="text-quiet">This piece has no tune, only chords.</p>{/if}
    <ul class="text-sm">
      {#each tune.places as place (place.from)}
        <li>
          <button class="link" onclick={() => piece.selectRange(place.from, place.to)}
            >Measures {piece.numberOf(place.from)}–{piece.numberOf(place.to)}</button
          >: {placeName(place.part, place.staff)}. <span class="text-quiet">{place.reason}</span>
        </li>
      {/each}
    </ul>
    {#if piece.range && !piece.isUnfolded && staves.length > 1}
      <div class="mt-2">
        <Choose
          label="In the selected measures it is in the"
          value=""
          choices={staves}
          onchoose={placeTune}
        />
      </div>
    {/if}
  </div>
</div>
