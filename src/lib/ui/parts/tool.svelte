<script lang="ts">
  import { Toggle } from 'bits-ui';
  import type { Snippet } from 'svelte';
  import Hint from './hint.svelte';

  interface Props {
    onpress: () => void;
    children: Snippet;
    /** The key that does the same, or what it does; shown as a hint. */
    hint?: string;
    /** For a tool that is on or off. */
    isOn?: boolean;
    /** Its name, where what stands on it is not one. */
    name?: string;
    disabled?: boolean;
    type?: 'button' | 'submit';
  }

  const { onpress, children, hint, isOn, name, disabled = false, type = 'button' }: Props = $props();
</script>

{#snippet tool(props: Record<string, unknown>)}
  {#if isOn === undefined}
    <button {type} {...props} class="tool" {disabled} aria-label={name} onclick={onpress}
      >{@render children()}</button
    >
  {:else}
    <Toggle.Root
      {...props}
      class="tool {isOn ? 'is-on' : ''}"
      {disabled}
      aria-label={name}
      bind:pressed={() => isOn, () => onpress()}>{@render children()}</Toggle.Root
    >
  {/if}
{/snippet}

{#if hint}
  <Hint text={hint}>
    {#snippet children({ props })}{@render tool(props)}{/snippet}
  </Hint>
{:else}
  {@render tool({})}
{/if}
