<script lang="ts">
  import { usePiece } from './piece-session.svelte';

  const { ongo }: { ongo: (from: number, to: number) => void } = $props();
  const piece = usePiece();
  const sections = $derived([...(piece.analysis?.form.sections ?? [])].sort((a, b) => a.from - b.from));
  const letters = $derived([...new Set(sections.map((section) => section.label[0]!))]);
  /** Sections of one letter share a pattern as well as a tint, so that the form reads without colour. */
  const FILLS = ['bg-sea-wash', 'bg-brass-wash', 'bg-rust-wash', 'bg-ground'];
  const fillOf = (label: string) => FILLS[letters.indexOf(label[0]!) % FILLS.length];
  const isHere = (section: { from: number; to: number }) =>
    piece.player.measure !== null &&
    !piece.isUnfolded &&
    piece.player.measure >= section.from &&
    piece.player.measure <= section.to;
</script>

<nav aria-label="Form of the piece" class="flex gap-0.5 px-4 pt-3">
  {#each sections as section (section.id)}
    <button
      class="min-w-10 truncate border-b-4 px-2 py-1 text-left hover:border-sea {fillOf(
        section.label,
      )} {isHere(section) ? 'border-rust' : 'border-transparent'}"
      style:flex-grow={section.to - section.from + 1}
      style:flex-basis="0"
      aria-current={piece.range?.from === section.from && piece.range.to === section.to ? 'true' : undefined}
      onclick={() => ongo(section.from, section.to)}
    >
      <span class="font-bold">{section.name}</span>
      <span class="ml-1 text-sm text-quiet">{piece.numberOf(section.from)}–{piece.numberOf(section.to)}</span>
    </button>
  {/each}
</nav>
