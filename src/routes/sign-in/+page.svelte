<script lang="ts">
  import type { PageProps } from './$types';

  const { form }: PageProps = $props();
</script>

<svelte:head><title>Sign in · Key Path</title></svelte:head>

<div class="mx-auto mt-[12vh] max-w-sm border border-line bg-paper p-6">
  <h1 class="mb-1">This studio has a passphrase</h1>
  <p class="mb-4 text-quiet">
    Whoever teaches here knows it. A learner comes in by the link that the teacher gave.
  </p>
  <form method="POST" class="grid gap-4">
    <label class="field"
      >Passphrase<input
        type="password"
        name="passphrase"
        autocomplete="current-password"
        required
        maxlength="200"
        aria-invalid={form?.message ? 'true' : undefined}
      /></label
    >
    {#if form?.message}<p class="fault" role="alert">{form.message}</p>{/if}
    <button class="button button-main justify-center">Come in</button>
  </form>
</div>
