<script lang="ts">
  import type { ForecastState } from '$lib/core/practice/forecast';

  const { state }: { state: ForecastState } = $props();
  const WORDS: Readonly<Record<ForecastState, { readonly word: string; readonly shape: string }>> = {
    'on-course': { word: 'On course', shape: 'border-sea text-sea' },
    'at-risk': { word: 'At risk', shape: 'border-brass border-dashed' },
    late: { word: 'Late', shape: 'border-rust text-rust' },
    'too-early': { word: 'Too early to tell', shape: 'border-line text-quiet' },
  };
</script>

<span class="border-b-2 font-semibold {WORDS[state].shape}">{WORDS[state].word}</span>
