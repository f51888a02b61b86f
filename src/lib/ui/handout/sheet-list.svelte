<script lang="ts">
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import ChevronUp from '@lucide/svelte/icons/chevron-up';
  import { dragHandleZone, dragHandle } from 'svelte-dnd-action';
  import { SHEETS, type SheetId } from '$lib/core/handout/sheets.data';
  import type { HandoutSession } from './handout-session.svelte';

  const { session }: { session: HandoutSession } = $props();
  /** What is dragged shows itself where it would lie, before it is let go. */
  let dragged = $state.raw<readonly { id: SheetId }[] | null>(null);
  const items = $derived([...(dragged ?? session.order.map((id) => ({ id })))]);
</script>

<ol
  class="grid gap-1"
  aria-label="Sheets, in their order"
  use:dragHandleZone={{ items, flipDurationMs: 0, dropTargetStyle: {} }}
  onconsider={({ detail }) => (dragged = detail.items)}
  onfinalize={({ detail }) => {
    dragged = null;
    session.reorder(detail.items.map(({ id }) => id as SheetId));
  }}
>
  {#each items as { id } (id)}
    <li class="flex items-center gap-1 bg-paper px-1 py-0.5" aria-label={SHEETS[id].label}>
      <span
        use:dragHandle
        class="cursor-grab px-1 text-quiet select-none"
        aria-label="Drag {SHEETS[id].label}">⠿</span
      >
      <label class="flex grow items-center gap-2" title={SHEETS[id].what}
        ><input
          type="checkbox"
          checked={session.choices.sheets.includes(id)}
          onchange={() => session.toggle(id)}
        />{SHEETS[id].label}</label
      >
      <button
        class="icon-button"
        aria-label="{SHEETS[id].label}: earlier"
        onclick={() => session.move(id, -1)}><ChevronUp size={16} /></button
      >
      <button class="icon-button" aria-label="{SHEETS[id].label}: later" onclick={() => session.move(id, 1)}
        ><ChevronDown size={16} /></button
      >
    </li>
  {/each}
</ol>
