<script lang="ts">
  import { enhance } from '$app/forms';

  interface Line {
    readonly line: number;
    readonly words: string;
    readonly problem: string | null;
  }
  interface Props {
    /** What came of the file, as the page's action tells. */
    form:
      | {
          readonly message?: string;
          readonly lines?: readonly Line[];
          readonly kept?: number;
          readonly text?: string;
          readonly fileName?: string;
          /** What should be known before it is kept. */
          readonly note?: string | null;
          readonly isKept?: boolean;
        }
      | null
      | undefined;
    /** Where to go once it is kept. */
    back: { readonly href: string; readonly label: string };
  }
  const { form, back }: Props = $props();
  const lines = $derived(form?.lines ?? []);
  const wrong = $derived(lines.filter(({ problem }) => problem !== null).length);
  const MOST_SHOWN = 200;
</script>

{#if form?.message}<p class="fault mt-3" role="alert">{form.message}</p>{/if}
<form method="POST" enctype="multipart/form-data" class="mt-4 flex flex-wrap items-end gap-3" use:enhance>
  <label class="field">CSV file<input type="file" name="file" accept=".csv,text/csv" required /></label>
  <button class="button" name="do" value="look">Look at it</button>
</form>
{#if form?.isKept}
  <p class="notice mt-4" role="status">
    {form.kept}
    {form.kept === 1 ? 'line was' : 'lines were'} kept{wrong > 0 ? `; ${wrong} left out` : ''}.
    <a href={back.href}>{back.label}</a>
  </p>
{:else if lines.length > 0}
  <p class="mt-4" role="status">{lines.length - wrong} can be kept, {wrong} cannot.</p>
  {#if form?.note}<p class="notice my-3" role="alert">{form.note}</p>{/if}
  <form method="POST" use:enhance>
    <input type="hidden" name="fileName" value={form?.fileName ?? ''} />
    <input type="hidden" name="text" value={form?.text ?? ''} />
    <button class="button button-main" name="do" value="keep" disabled={lines.length === wrong}
      >Keep {lines.length - wrong}</button
    >
  </form>
{/if}
{#if lines.length > 0}
  <table class="ruled mt-4 text-sm">
    <thead><tr><th class="text-right">Line</th><th>What it says</th><th>What is wrong</th></tr></thead>
    <tbody>
      {#each lines.slice(0, MOST_SHOWN) as { line, words, problem } (line)}
        <tr><td class="text-right">{line}</td><td>{words}</td><td class="fault">{problem ?? ''}</td></tr>
      {/each}
    </tbody>
  </table>
  {#if lines.length > MOST_SHOWN}<p class="text-quiet">and {lines.length - MOST_SHOWN} more.</p>{/if}
{/if}
