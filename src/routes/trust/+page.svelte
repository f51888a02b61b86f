<script lang="ts">
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>The safe address · Key Path</title></svelte:head>

<div class="mx-auto grid max-w-3xl gap-4 p-6">
  <h1>The safe address of this studio</h1>
  {#if data.fingerprint}
    <p>
      The studio signs its own certificate. A device knows it once you have told it to, one time; then nobody
      in the network can read along, and the device may connect a keyboard and use its microphone.
    </p>
    <ol class="grid list-decimal gap-2 pl-6">
      <li>
        <a class="button" href="/trust/authority.pem" data-sveltekit-reload>Get the studio’s authority</a>
      </li>
      <li>
        Check, at least once, that it is the right one. Its fingerprint is
        <code class="block text-sm break-all">{data.fingerprint}</code>
        and “npm run certificate” printed the same on the studio’s own computer.
      </li>
      <li>
        Have the device trust it. On a tablet or telephone open the file, allow it in the settings as a
        certificate authority, and switch it on for web pages. On a computer add it to the browser’s or the
        system’s authorities, for web sites.
      </li>
      <li>
        Open the safe address from now on:
        <ul class="mt-2 flex flex-wrap gap-6">
          {#each data.places as { address, picture } (address)}
            <li class="bg-paper p-3">
              <img src={picture} alt="QR code of {address}" width="180" height="180" />
              <a class="font-bold" href={address}>{address}</a>
            </li>
          {:else}
            <li class="notice">
              The network is closed now. Let it in on the studio’s computer: Studio, Who may come in.
            </li>
          {/each}
        </ul>
      </li>
    </ol>
    <p class="text-quiet">
      Take it out of the device’s authorities again when the device leaves the house. The key of the authority
      never leaves the studio’s computer.
    </p>
  {:else}
    <p class="notice">
      This studio has no certificate yet. On its own computer run <code>npm run certificate</code>, then let
      the network in again under Studio, Who may come in.
    </p>
  {/if}
</div>
