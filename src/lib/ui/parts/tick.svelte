<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import { Checkbox, Label, useId } from 'bits-ui';
  import type { Snippet } from 'svelte';

  interface Props {
    checked: boolean;
    children: Snippet;
    disabled?: boolean;
    /** In a form: the name under which it is sent as “on”. */
    name?: string;
  }

  let { checked = $bindable(), children: label, disabled = false, name }: Props = $props();
  const id = useId();
</script>

<span class="flex items-center gap-1.5">
  <Checkbox.Root {id} bind:checked {disabled} {...name ? { name } : {}} class="tick">
    {#snippet children({ checked })}{#if checked}<Check
          size={13}
          strokeWidth={3}
          aria-hidden="true"
        />{/if}{/snippet}
  </Checkbox.Root>
  <Label.Root for={id} class="flex items-center gap-1.5">{@render label()}</Label.Root>
</span>
