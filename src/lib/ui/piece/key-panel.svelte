<script lang="ts">
  import { ALL_KEYS, keyLabel, keyName, scaleOf } from '$lib/core/pitch/key';
  import { spellingLabel } from '$lib/core/pitch/pitch';
  import { scaleScore, scaleKeys } from '$lib/core/sheets/small-scores';
  import KeyboardPicture from '../parts/keyboard-picture.svelte';
  import MiniStaff from '../engraving/mini-staff.svelte';
  import { usePiece } from './piece-session.svelte';
  import Choose from '../parts/choose.svelte';

  const piece = usePiece();
  const finding = $derived(piece.analysis!.key);
  const key = $derived(finding.key);
  const score = $derived(scaleScore(key));
  const sounding = $derived(scaleKeys(key));
  const marks = $derived(
    new Map(sounding.map((each, index) => [each, spellingLabel(scaleOf(key)[index % 7]!)])),
  );
  const signs = $derived(Math.abs(key.fifths));
  const passages = $derived(piece.analysis!.passages);
</script>

<div class="grid gap-3">
  <Choose
    look="above"
    label="Key"
    value={piece.score?.judgement?.key ? keyName(key) : ''}
    disabled={piece.isSaving}
    choices={[
      { value: '', label: `${keyLabel(key)}, as found` },
      ...ALL_KEYS.map((each) => ({ value: keyName(each), label: keyLabel(each) })),
    ]}
    onchoose={(chosen: string) => void piece.correct({ kind: 'key', key: chosen || null })}
  />
  <p>
    {finding.reason}
    {#if !piece.score?.judgement?.key}<span class="text-quiet">Sureness {finding.confidence} of 100.</span
      >{/if}
  </p>
  <div>
    <h2>
      Scale, {signs === 0
        ? 'no sharps or flats'
        : `${signs} ${key.fifths > 0 ? 'sharp' : 'flat'}${signs === 1 ? '' : 's'}`}
    </h2>
    <MiniStaff
      arranger={piece.arranger}
      engraver={piece.engraver}
      {score}
      width={760}
      label="The scale of {keyLabel(key)} on the staff"
    />
    <KeyboardPicture
      lowest={sounding[0]! - 2}
      highest={sounding.at(-1)! + 2}
      {marks}
      label="The scale of {keyLabel(key)} on the keyboard"
      onpress={(pressed) => void piece.player.touch([pressed])}
    />
  </div>
  {#if passages.length > 1}
    <div>
      <h2>Where it goes</h2>
      <ul>
        {#each passages as passage (passage.from)}
          <li>
            <button class="link" onclick={() => piece.selectRange(passage.from, passage.to)}
              >Measures {piece.numberOf(passage.from)}–{piece.numberOf(passage.to)}</button
            >: {keyLabel(passage.key)}
          </li>
        {/each}
      </ul>
    </div>
  {/if}
  <p><a href="/pieces/{piece.pieceId}/sheets">Print scale, chords of the key and chord cards</a></p>
</div>
