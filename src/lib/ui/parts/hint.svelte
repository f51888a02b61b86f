<script lang="ts">
  import { Tooltip } from 'bits-ui';
  import type { Snippet } from 'svelte';

  interface Props {
    /** What is said of it when the pointer rests on it, or the keyboard reaches it. */
    text: string;
    /** Takes the properties that the element has to carry. */
    children: Snippet<[{ props: Record<string, unknown> }]>;
  }

  const { text, children: about }: Props = $props();
</script>

<Tooltip.Root>
  <Tooltip.Trigger>
    {#snippet child({ props })}{@render about({ props })}{/snippet}
  </Tooltip.Trigger>
  <Tooltip.Portal>
    <Tooltip.Content class="hint" sideOffset={4}>{text}</Tooltip.Content>
  </Tooltip.Portal>
</Tooltip.Root>
