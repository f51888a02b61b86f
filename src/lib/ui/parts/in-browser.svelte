<script lang="ts">
  import { onMount, type Snippet } from 'svelte';

  /** What only a browser can make: it works with workers of its own, or keeps things in the browser’s own database. */
  const { children }: { children: Snippet } = $props();
  let isInBrowser = $state(false);
  onMount(() => {
    isInBrowser = true;
  });
</script>

{#if isInBrowser}{@render children()}{/if}
