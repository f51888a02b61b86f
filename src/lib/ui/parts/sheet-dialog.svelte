<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { Dialog } from 'bits-ui';
  import type { Snippet } from 'svelte';

  interface Props {
    open: boolean;
    title: string;
    children: Snippet;
  }

  let { open = $bindable(), title, children }: Props = $props();
  let content = $state<HTMLElement | null>(null);

  const FIELDS = 'input:not([type="hidden"], .sr-only), textarea, select, [data-choose]';

  /** The keyboard begins at the first field, not at the sign that closes the dialog; where nothing is asked, there it stays. */
  function intoFirstField(event: Event) {
    const field = content?.querySelector<HTMLElement>(FIELDS);
    if (!field) return;
    event.preventDefault();
    field.focus();
  }
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="dialog-veil" />
    <Dialog.Content bind:ref={content} class="dialog-sheet" onOpenAutoFocus={intoFirstField}>
      <div class="mb-3 flex items-start justify-between gap-4">
        <Dialog.Title class="text-lg font-bold">{title}</Dialog.Title>
        <Dialog.Close class="rounded-tight p-1 hover:bg-sea-wash" aria-label="Close"
          ><X size={18} /></Dialog.Close
        >
      </div>
      {@render children()}
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
