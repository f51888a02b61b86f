<script lang="ts">
  import { chordName } from '$lib/core/pitch/chord';
  import { spellingLabel } from '$lib/core/pitch/pitch';
  import { usePiece } from './piece-session.svelte';

  const piece = usePiece();
  const analysis = $derived(piece.analysis!);
  const dissents = $derived(
    analysis.chords.filter(
      (finding) =>
        finding.dissent !== null &&
        !(piece.score?.judgement?.dismissed ?? []).includes(`symbol:${finding.symbol.id}`),
    ),
  );
  const outside = $derived.by(() => {
    const byMeasure = new Map<number, string[]>();
    for (const note of analysis.outsideNotes)
      byMeasure.set(note.measure, [...(byMeasure.get(note.measure) ?? []), spellingLabel(note.pitch)]);
    return [...byMeasure];
  });
  const isClear = $derived(
    analysis.misspellings.length + dissents.length + analysis.voicings.length + outside.length === 0,
  );
</script>

<div class="grid gap-4">
  {#if isClear}<p class="notice">
      Every note belongs to the key, is spelled as it should be, and agrees with its chord.
    </p>{/if}
  {#if analysis.misspellings.length > 0}
    <section aria-label="Spelling">
      <h2 class="mb-1 flex items-center">
        Spelling
        {#if analysis.misspellings.length > 1}
          <span class="ml-auto text-sm font-normal text-quiet">{analysis.misspellings.length} notes</span>
        {/if}
      </h2>
      <ul class="grid gap-2">
        {#each analysis.misspellings as finding (finding.id)}
          <li class="border-l-4 border-rust bg-rust-wash px-2 py-1.5">
            <button class="link" onclick={() => piece.selectNote(finding.notes[0]!)}
              >Measure {piece.numberOf(finding.measure)}</button
            >: {finding.sentence}
            <div class="mt-1 flex gap-2">
              <button
                class="button"
                disabled={piece.isSaving}
                onclick={() => piece.respell(finding.notes, finding.better)}
                >Write {spellingLabel(finding.better)}</button
              >
              <button
                class="button"
                disabled={piece.isSaving}
                onclick={() => piece.correct({ kind: 'dismiss', finding: finding.id })}
                >Keep {spellingLabel(finding.written)}</button
              >
            </div>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  {#if dissents.length > 0}
    <section aria-label="Symbols and notes">
      <h2 class="mb-1">Symbols against notes</h2>
      <ul class="grid gap-2">
        {#each dissents as { symbol, dissent } (symbol.id)}
          <li class="border-l-4 border-rust bg-rust-wash px-2 py-1.5">
            <button class="link" onclick={() => piece.selectChord(symbol.id)}
              >Measure {piece.numberOf(symbol.measure)}</button
            >: {dissent!.sentence}
            <div class="mt-1 flex gap-2">
              <button
                class="button"
                disabled={piece.isSaving}
                onclick={() =>
                  piece.correct({
                    kind: 'chord',
                    measure: symbol.measure,
                    at: symbol.at,
                    symbol: chordName(dissent!.chord),
                  })}>Take the notes' chord</button
              >
              <button
                class="button"
                disabled={piece.isSaving}
                onclick={() => piece.correct({ kind: 'dismiss', finding: `symbol:${symbol.id}` })}
                >Keep the symbol</button
              >
            </div>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  {#if analysis.voicings.length > 0}
    <section aria-label="One chord in several shapes">
      <h2 class="mb-1">One chord, several shapes</h2>
      <ul>
        {#each analysis.voicings as finding (finding.id)}
          <li>
            {finding.sentence}
            {#each finding.measures as measure (measure)}
              <button class="link mr-1" onclick={() => piece.selectRange(measure, measure)}
                >{piece.numberOf(measure)}</button
              >
            {/each}
            <button
              class="link text-sm"
              onclick={() => piece.correct({ kind: 'dismiss', finding: finding.id })}>set aside</button
            >
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  {#if outside.length > 0}
    <section aria-label="Notes from outside the key">
      <h2 class="mb-1">From outside the key</h2>
      <ul class="flex flex-wrap gap-x-4 gap-y-1">
        {#each outside as [measure, names] (measure)}
          <li>
            <button class="link" onclick={() => piece.selectRange(measure, measure)}
              >{piece.numberOf(measure)}</button
            >: {names.join(' ')}
          </li>
        {/each}
      </ul>
      <p class="mt-1 text-sm text-quiet">
        They are marked, not corrected: borrowed notes and chords are part of the music.
      </p>
    </section>
  {/if}
</div>
