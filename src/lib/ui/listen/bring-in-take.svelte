<script lang="ts">
  const { onfile, isLarge = false }: { onfile: (file: File) => void; isLarge?: boolean } = $props();
</script>

<label class="{isLarge ? 'button min-h-11' : 'tool'} cursor-pointer focus-within:outline-2"
  >Bring in a MIDI file …<input
    type="file"
    accept=".mid,.midi"
    class="sr-only"
    onchange={(event) => {
      const file = event.currentTarget.files?.[0];
      if (file) onfile(file);
      // The same file may be brought in once more.
      event.currentTarget.value = '';
    }}
  /></label
>
