<script lang="ts">
  import { CAUTIONS } from '$lib/core/care/cautions.data';
</script>

<svelte:head><title>About · Key Path</title></svelte:head>

<div class="mx-auto grid max-w-3xl gap-4 p-6">
  <h1>About Key Path</h1>
  <p>
    Key Path helps a piano teacher prepare graded arrangements for the hands of each learner, and keeps
    account of what has been reached. Everything stays on this machine; nothing is fetched from or sent to
    anywhere else. <a href="/about/kept">What is kept, and for how long</a>
  </p>
  <section>
    <h2 class="mb-1">What it is made with</h2>
    <ul class="list-disc pl-5">
      <li>Notes are engraved with Verovio, under the GNU LGPL version 3, unmodified.</li>
      <li>
        The piano is sampled from the Salamander Grand Piano by Alexander Holm, under Creative Commons
        Attribution 3.0; fifteen of its samples are used, tuned in between.
      </li>
      <li>Sound is scheduled with Tone.js (MIT).</li>
      <li>Typefaces: Atkinson Hyperlegible Next and Noto Music, under the SIL Open Font License.</li>
    </ul>
  </section>
  <section>
    <h2 class="mb-1">Take care</h2>
    <ul class="list-disc pl-5">
      {#each Object.values(CAUTIONS) as caution (caution)}<li>{caution}</li>{/each}
    </ul>
  </section>
</div>
