<script lang="ts">
  import { Tooltip } from 'bits-ui';

  /** One hint for all the cells below an element: hundreds of measures need not carry one each. */
  const { host }: { host: HTMLElement | null } = $props();
  let cell = $state.raw<HTMLElement | null>(null);
  let isOpen = $state(false);

  $effect(() => {
    const element = host;
    if (!element) return;
    const show = (event: Event) => {
      const found = (event.target as HTMLElement).closest<HTMLElement>('[data-hint]');
      cell = found;
      isOpen = found !== null;
    };
    const hide = () => (isOpen = false);
    element.addEventListener('pointerover', show);
    element.addEventListener('focusin', show);
    element.addEventListener('pointerleave', hide);
    element.addEventListener('focusout', hide);
    return () => {
      element.removeEventListener('pointerover', show);
      element.removeEventListener('focusin', show);
      element.removeEventListener('pointerleave', hide);
      element.removeEventListener('focusout', hide);
    };
  });
</script>

{#if isOpen && cell}
  <Tooltip.Root bind:open={isOpen}>
    <Tooltip.Portal>
      <Tooltip.Content class="hint" sideOffset={4} customAnchor={cell}>{cell.dataset['hint']}</Tooltip.Content
      >
    </Tooltip.Portal>
  </Tooltip.Root>
{/if}
