<script lang="ts">
  import type { Outbox } from '../lesson/outbox.svelte';

  const { outbox }: { outbox: Outbox } = $props();
</script>

{#if outbox.waiting > 0}<span class="text-rust"
    >{outbox.waiting} on {outbox.waiting === 1 ? 'its' : 'their'} way: kept here until the studio can be reached</span
  >{/if}
{#each outbox.refusals as { id, message } (id)}<span class="text-rust">{message}</span>{/each}
