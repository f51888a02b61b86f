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
    sections: readonly { readonly id: string; readonly name: string }[];
  }

  let { open = $bindable(), learners, chosen, isSaved, left, sections }: Props = $props();
  let leftOut = $state.raw<ReadonlySet<string>>(new Set());
  const given = $derived(sections.filter(({ id }) => !leftOut.has(id)));

  function toggle(id: string) {
    leftOut = leftOut.has(id)
      ? new Set([...leftOut].filter((each) => each !== id))
      : new Set([...leftOut, id]);
  }

  let to = $derived(chosen ?? learners[0]?.id ?? '');
</script>

<SheetDialog bind:open title="Hand out">
  {#if learners.length === 0}
    <p>There are no learners yet. <a href="/learners#add">Add a learner</a> first, then hand this out.</p>
  {:else}
    <form method="POST" action="?/handOut" class="grid gap-4">
      <Choose
        look="above"
        label="To"
        name="learnerId"
        bind:value={to}
        choices={learners.map(({ id, name }) => ({ value: id, label: name }))}
      />
      {#if sections.length > 1}
        <fieldset>
          <legend class="text-sm">Sections to hand out now; more can follow</legend>
          <div class="flex flex-wrap gap-x-4 gap-y-1">
            {#each sections as { id, name } (id)}
              <label class="flex items-center gap-1.5"
                ><input type="checkbox" checked={!leftOut.has(id)} onchange={() => toggle(id)} />{name}</label
              >
            {/each}
          </div>
        </fieldset>
        <input
          type="hidden"
          name="sections"
          value={leftOut.size === 0 ? '' : given.map(({ id }) => id).join(' ')}
        />
      {/if}
      {#if left}<p class="notice">{left}</p>{/if}
      <p class="text-quiet">
        What you hand out stays as it is now. If you change the arrangement later, that becomes a new edition
        and this one keeps what the learner has practised.
      </p>
      <div class="dialog-foot">
        <button class="button" type="button" onclick={() => (open = false)}>Cancel</button>
        <button class="button button-main" disabled={!isSaved || (sections.length > 0 && given.length === 0)}
          >{isSaved ? 'Hand out' : 'Saving first …'}</button
        >
      </div>
    </form>
  {/if}
</SheetDialog>
