<script lang="ts">
  import { beforeNavigate, goto } from '$app/navigation';
  import SheetDialog from './sheet-dialog.svelte';

  interface Props {
    /** Is there anything on this page that is not kept yet? */
    isUnsaved: () => boolean;
    /** Sends it; tells whether all of it is kept. */
    settle: () => Promise<boolean>;
    /** What becomes of it if the page is left, and why it is not kept. */
    sentence: () => string;
  }

  const { isUnsaved, settle, sentence }: Props = $props();
  let isAsking = $state(false);
  let isLeaving = false;
  let to = $state.raw<URL | null>(null);

  // Saved where it can be, on the way out; otherwise nobody leaves without having been asked.
  beforeNavigate((navigation) => {
    if (isLeaving || !isUnsaved()) return;
    navigation.cancel();
    // The page is closed or another site opened: the browser itself asks.
    if (navigation.type === 'leave' || navigation.willUnload) return;
    to = navigation.to?.url ?? null;
    void trySaving();
  });

  async function trySaving() {
    if (await settle()) await leave();
    else isAsking = true;
  }

  async function leave() {
    isLeaving = true;
    isAsking = false;
    if (to) await goto(to);
    isLeaving = false;
  }

  function warn(event: BeforeUnloadEvent) {
    if (isUnsaved()) event.preventDefault();
  }
</script>

<svelte:window onbeforeunload={warn} />

<SheetDialog bind:open={isAsking} title="Not everything is saved">
  <p>{sentence()}</p>
  <div class="mt-4 flex flex-wrap justify-end gap-2">
    <button class="button" onclick={() => void leave()}>Leave without it</button>
    <button class="button" onclick={() => void trySaving()}>Try to save again</button>
    <button class="button button-main" onclick={() => (isAsking = false)}>Stay here</button>
  </div>
</SheetDialog>
