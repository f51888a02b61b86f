<script lang="ts">
  import SheetDialog from '../parts/sheet-dialog.svelte';
  import Choose from '../parts/choose.svelte';

  interface Props {
    open: boolean;
    learners: readonly { readonly id: string; readonly name: string }[];
    /** Whom the recipe is for, offered first. */
    chosen: string | null;
    isSaved: boolean;
    /** What is still to mend, in words; empty where nothing is. */
    left: string;
  }

  let { open = $bindable(), learners, chosen, isSaved, left }: Props = $props();
  let to = $derived(chosen ?? learners[0]?.id ?? '');
</script>

<SheetDialog bind:open title="Hand out">
  {#if learners.length === 0}
    <p>There are no learners yet. <a href="/learners">Add a learner</a> first, then hand this out.</p>
  {:else}
    <form method="POST" action="?/handOut" class="grid gap-4">
      <Choose
        look="above"
        label="To"
        name="learnerId"
        bind:value={to}
        choices={learners.map(({ id, name }) => ({ value: id, label: name }))}
      />
      {#if left}<p class="notice">{left}</p>{/if}
      <p class="text-quiet">
        What you hand out stays as it is now. If you change the arrangement later, that becomes a new edition
        and this one keeps what the learner has practised.
      </p>
      <div class="flex justify-end gap-2">
        <button class="button" type="button" onclick={() => (open = false)}>Cancel</button>
        <button class="button button-main" disabled={!isSaved}
          >{isSaved ? 'Hand out' : 'Saving first …'}</button
        >
      </div>
    </form>
  {/if}
</SheetDialog>
