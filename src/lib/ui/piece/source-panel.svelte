<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import { EXPORTS } from '$lib/core/formats/write-score';
  import type { PartUse } from '$lib/core/score/model';
  import { suggestUses } from '$lib/core/score/roles';
  import { api } from '../api/api';
  import { usePiece } from './piece-session.svelte';
  import Choose from '../parts/choose.svelte';

  interface Props {
    pieceId: string;
    fileName: string;
    fileSizeBytes: number;
    format: string;
    recordingUrl: string;
  }

  const { pieceId, fileName, fileSizeBytes, format, recordingUrl }: Props = $props();
  const piece = usePiece();
  const score = $derived(piece.score!);
  const FIELDS = [
    { field: 'title', label: 'Title' },
    { field: 'composer', label: 'Composer' },
    { field: 'lyricist', label: 'Words by' },
    { field: 'rights', label: 'Rights note' },
  ] as const;
  const USES: readonly { value: PartUse; label: string }[] = [
    { value: 'tune', label: 'the tune' },
    { value: 'accompaniment', label: 'accompaniment' },
    { value: 'left-out', label: 'left out' },
  ];
  const uses = $derived(suggestUses(score));
  const staves = $derived(uses.flat().length);

  function setText(field: (typeof FIELDS)[number]['field'], to: string) {
    if (to.trim() === score[field] || (field === 'title' && to.trim() === '')) return;
    void piece.correct({ kind: 'text', field, to: to.trim() });
  }

  // svelte-ignore state_referenced_locally
  let recording = $state(recordingUrl);
  let aboutRecording = $state('');

  async function noteRecording(address: string) {
    const answer = await api.noteRecording(pieceId, address.trim());
    if (answer.ok) recording = address.trim();
    aboutRecording = answer.ok ? '' : answer.message;
  }

  function setUse(part: number, staff: number, use: PartUse) {
    void piece.correct({
      kind: 'uses',
      uses: uses.map((own, index) =>
        own.map((each, place) => (index === part && place === staff ? use : each)),
      ),
    });
  }
</script>

<div class="grid gap-3">
  {#each FIELDS as { field, label } (field)}
    <label class="field"
      >{label}<input
        value={score[field]}
        maxlength="300"
        onchange={(event) => setText(field, event.currentTarget.value)}
      /></label
    >
  {/each}
  <p class="text-sm text-quiet">
    Arranging, copying or performing someone's music may need permission: the law where you are and the rights
    holder decide.
  </p>
  <label class="field"
    >Address of a recording<input
      type="url"
      value={recording}
      maxlength="2000"
      placeholder="https://…"
      aria-invalid={aboutRecording ? 'true' : undefined}
      onchange={(event) => void noteRecording(event.currentTarget.value)}
    />{#if aboutRecording}<span class="fault">{aboutRecording}</span>{/if}</label
  >
  {#if recording}<p>
      <a href={recording} target="_blank" rel="noopener noreferrer">Hear the recording</a>
      <span class="text-quiet">(opens outside Key Path)</span>
    </p>{/if}
  {#if staves > 1}
    <div class="grid gap-1">
      <h2>What each staff is for</h2>
      {#each uses as own, part (part)}
        {#each own as use, staff (staff)}
          {@const name = `${score.parts[part]!.name || `Part ${part + 1}`}${own.length > 1 ? `, staff ${staff + 1}` : ''}`}
          <div class="flex items-center gap-2">
            <span class="grow">{name}</span>
            <Choose
              look="alone"
              label={name}
              value={use}
              disabled={piece.isSaving}
              choices={USES}
              onchoose={(chosen: PartUse) => setUse(part, staff, chosen)}
            />
          </div>
        {/each}
      {/each}
    </div>
  {/if}
  <div class="grid gap-1">
    <h2>Take it out</h2>
    <p class="flex flex-wrap gap-x-4 gap-y-1">
      {#each Object.entries(EXPORTS) as [name, { label }] (name)}
        <a href="/api/pieces/{pieceId}/export?format={name}" download
          ><Download size={14} class="mr-1 inline" aria-hidden="true" />{label}</a
        >
      {/each}
    </p>
    <p>
      <a href="/api/pieces/{pieceId}/file" download
        ><Download size={14} class="mr-1 inline" aria-hidden="true" />{fileName}</a
      >
      <span class="text-quiet">({format}, {Math.ceil(fileSizeBytes / 1024)} kB, as it came)</span>
    </p>
    <p class="text-sm text-quiet">
      Revision {piece.revision}{piece.revision > 1
        ? '; the file as it came and every revision are kept'
        : ', as it came'}.
    </p>
  </div>
</div>
