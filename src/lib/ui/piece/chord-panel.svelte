<script lang="ts">
  import { z } from 'zod';
  import { remembered } from '../parts/remembered';
  import { chordLabel, chordName, spellChord } from '$lib/core/pitch/chord';
  import { keyName } from '$lib/core/pitch/key';
  import { spellingLabel } from '$lib/core/pitch/pitch';
  import { usePiece } from './piece-session.svelte';

  const piece = usePiece();
  const STYLES = ['letters', 'numbers', 'both'] as const;
  const STYLE = remembered<(typeof STYLES)[number]>('chord-style', z.enum(STYLES), 'both');
  let style = $state<(typeof STYLES)[number]>(STYLE.read());

  const chords = $derived(piece.analysis!.chords);
  const cards = $derived(
    new URLSearchParams({
      of: [
        ...new Set(
          chords.flatMap(({ symbol }) => (symbol.chord.kind === 'chord' ? [chordName(symbol.chord)] : [])),
        ),
      ].join(' '),
      key: keyName(piece.analysis!.key.key),
    }),
  );
  const chosen = $derived(piece.chord);
  let typed = $derived(chosen ? chordLabel(chosen.symbol.chord) : '');
  $effect(() => STYLE.write(style));

  const originText = { given: 'written', found: 'from the notes', chosen: 'yours' } as const;

  async function rename(symbol: string | null) {
    if (!chosen) return;
    const { measure, at } = chosen.symbol;
    if (await piece.correct({ kind: 'chord', measure, at, symbol }))
      piece.chordId = chords.find((each) => each.symbol.at === at)?.symbol.id ?? null;
  }

  function bring(node: HTMLElement, isChosen: boolean) {
    const show = (wanted: boolean) => wanted && node.scrollIntoView({ block: 'center' });
    show(isChosen);
    return { update: show };
  }
</script>

<div class="grid gap-3">
  <div class="flex items-center gap-3" role="radiogroup" aria-label="How chords are named">
    {#each STYLES as each (each)}
      <label class="flex items-center gap-1"
        ><input type="radio" bind:group={style} value={each} />{each}</label
      >
    {/each}
    <a class="ml-auto" href="/chords?{cards}">Chord cards</a>
  </div>
  {#if chosen}
    <form
      class="sticky -top-3 z-10 flex items-end gap-2 bg-ground p-2"
      onsubmit={(event) => {
        event.preventDefault();
        void rename(typed);
      }}
    >
      <label class="field grow"
        >Chord in measure {piece.numberOf(chosen.symbol.measure)}<input
          bind:value={typed}
          maxlength="30"
          required
        /></label
      >
      <button class="button" disabled={piece.isSaving}>Rename</button>
      {#if chosen.origin === 'chosen'}<button type="button" class="button" onclick={() => rename(null)}
          >As it was</button
        >{/if}
    </form>
  {/if}
  {#if chords.length === 0}
    <p class="notice">There is no harmony to name here yet.</p>
  {:else}
    <div>
      <table class="ruled text-sm">
        <thead><tr><th>M.</th><th>Chord</th><th>Notes</th><th>From</th></tr></thead>
        <tbody>
          {#each chords as finding (finding.symbol.id)}
            {@const isChosen = finding.symbol.id === piece.chordId}
            <tr class={isChosen ? 'bg-sea-wash' : ''} use:bring={isChosen}>
              <td>{piece.numberOf(finding.symbol.measure)}</td>
              <td>
                <button class="link font-bold" onclick={() => piece.selectChord(finding.symbol.id)}>
                  {#if style !== 'numbers'}{chordLabel(finding.symbol.chord)}{/if}
                  {#if style !== 'letters'}<span class={style === 'both' ? 'font-normal' : ''}
                      >{finding.roman}</span
                    >{/if}
                </button>
                {#if finding.isProbable}<span class="text-quiet">probably</span>{/if}
              </td>
              <td>{spellChord(finding.symbol.chord).map(spellingLabel).join(' ')}</td>
              <td class="text-quiet"
                >{originText[finding.origin]}{finding.isOutsideKey ? ', outside the key' : ''}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
</div>
