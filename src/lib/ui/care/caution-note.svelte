<script lang="ts">
  import { CAUTIONS, type Caution } from '$lib/core/care/cautions.data';

  const { of: which }: { of: readonly Caution[] } = $props();
</script>

<p class="border-l-2 border-brass pl-2 text-sm text-quiet" role="note">
  {which.map((caution) => CAUTIONS[caution]).join(' ')}
</p>
