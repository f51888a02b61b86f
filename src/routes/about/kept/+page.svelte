<script lang="ts">
  import { CAUTIONS } from '$lib/core/care/cautions.data';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>What is kept · Key Path</title></svelte:head>

<div class="mx-auto grid max-w-3xl gap-4 p-6">
  <h1>What is kept, and for how long</h1>
  <p>
    Everything stays in one folder on the studio’s own computer. Nothing is sent to anybody else, unless you
    set a mail server and press Send, and nothing is counted or followed.
  </p>
  <table class="ruled">
    <thead><tr><th>What</th><th>Why</th><th>How long</th></tr></thead>
    <tbody>
      <tr
        ><td
          >Of a learner: a name or nickname, the reach of the hands, the rung, ways of counting and fingering,
          and, only where you give them, a year of birth, a voice range, notes</td
        ><td>to arrange for these hands and plan safe minutes</td><td>until you delete the learner</td></tr
      >
      <tr
        ><td>The log: what was practised, when, how it went, notes of lessons, tasks, dates</td><td
          >to plan, and to show what was reached</td
        ><td>as long as the learner; a line is never changed, only corrected by a later one</td></tr
      >
      <tr
        ><td>Pieces with the file they came in, arrangements with every change, editions as printed</td><td
          >your work, and what learners hold in their hands</td
        ><td>until you delete them</td></tr
      >
      <tr
        ><td>Takes: what was played and wanted kept, as MIDI, with what was heard in it</td><td
          >to hear it again, or to play along with yours</td
        ><td>until you delete the take, its music or the learner</td></tr
      >
      <tr
        ><td>Messages of the outbox with the address each goes to; pieces that learners ask for</td><td
          >so that you can send them, and see what became of a wish</td
        ><td>until you delete them or the learner</td></tr
      >
      <tr
        ><td>What you deleted</td><td>so that a mistake can be taken back</td><td
          >30 days, then it is erased; at once where you erase it</td
        ></tr
      >
      <tr
        ><td>Backups: copies of all of this, one a day</td><td>so that nothing is lost</td><td
          >the last {data.backupsKept}; those you saved elsewhere as long as you keep them</td
        ></tr
      >
      <tr
        ><td>The passphrase and links, as hashes from which they cannot be told; which browsers came in</td
        ><td>to let in only who belongs</td><td
          >sessions 30 days without a visit, 90 at most; links until they expire or are withdrawn</td
        ></tr
      >
      <tr
        ><td
          >A log of the program: which pages were asked for and how long they took, without names or links</td
        ><td>to find faults</td><td>wherever the program’s output is kept; it writes no file</td></tr
      >
    </tbody>
  </table>
  <p>
    On a learner’s page you get the whole record as one file, in open formats, and there you delete it.
    Erasing is under <a href="/studio/deleted">Studio, Deleted</a>; it names the backups that may still hold
    what was erased.
  </p>
  <p>
    In a browser: whether you are signed in (a cookie), choices such as the paper, and marks that wait for the
    network, until they arrive. Where a learner came by a link, also the tasks and music of that link, for
    when there is no network: until it is withdrawn or expires, or another learner comes by the same browser.
  </p>
  <p class="notice">
    {CAUTIONS.children} They also say whether and how long you must keep records, who may see them, and whom to
    ask before a child’s practice is written down or a link is given.
  </p>
</div>
