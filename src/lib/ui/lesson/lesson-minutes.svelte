<script lang="ts">
  import { onMount } from 'svelte';

  interface Props {
    startedAtMs: number;
    lengthMinutes: number;
    endedAtMs: number | null;
  }
  const { startedAtMs, lengthMinutes, endedAtMs }: Props = $props();
  const TICK_MS = 15_000;
  let nowMs = $state(Date.now());
  onMount(() => {
    const timer = setInterval(() => (nowMs = Date.now()), TICK_MS);
    return () => clearInterval(timer);
  });
  const minutes = $derived(Math.max(0, Math.floor(((endedAtMs ?? nowMs) - startedAtMs) / 60_000)));
  const share = $derived(Math.min(100, (100 * minutes) / lengthMinutes));
  const isNearEnd = $derived(endedAtMs === null && lengthMinutes - minutes <= 4 && minutes < lengthMinutes);
</script>

<!-- The minutes run quietly; towards the end they ask for the week. -->
<div class="flex items-center gap-3 px-4 pb-1.5 text-sm text-quiet">
  <div class="h-0.5 grow bg-line" aria-hidden="true">
    <div class="h-0.5 bg-sea" style:width="{share}%"></div>
  </div>
  <span>{minutes} of {lengthMinutes} minutes{isNearEnd ? ' · time to set the week' : ''}</span>
</div>
