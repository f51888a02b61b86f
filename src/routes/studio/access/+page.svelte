<script lang="ts">
  import { enhance } from '$app/forms';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  let isRemoving = $state(false);
</script>

<svelte:head><title>Who may come in · Studio · Key Path</title></svelte:head>

<div class="mx-auto grid max-w-4xl gap-6 p-6">
  <div>
    <h1>Who may come in</h1>
    <p class="text-quiet">
      {#if !data.hasPassphrase}Without a passphrase this studio answers this computer only, and asks nobody.
      {:else if data.network.isOpen}With the passphrase, this computer and the home network.
      {:else}With the passphrase, this computer only.{/if}
      Learners come in by their own links, which you make on each learner’s page.
      <a href="/about/kept">What is kept, and for how long</a>
    </p>
    {#if form?.message}<p class="notice notice-fault mt-3" role="alert">{form.message}</p>{/if}
    {#if form && 'done' in form && form.done}<p class="notice mt-3" role="status">{form.done}</p>{/if}
  </div>

  <section aria-labelledby="passphrase">
    <h2 id="passphrase" class="mb-2">{data.hasPassphrase ? 'Another passphrase' : 'Set a passphrase'}</h2>
    {#if data.isFromEnvironment}
      <p class="notice">
        It is given when the program is started, by KEY_PATH_PASSPHRASE, and is changed there.
      </p>
    {:else}
      <form method="POST" action="?/set" class="flex flex-wrap items-end gap-3" use:enhance>
        {#if data.hasPassphrase}<label class="field"
            >The one that holds now<input
              type="password"
              name="now"
              autocomplete="current-password"
              required
            /></label
          >{/if}
        <label class="field"
          >New passphrase<input
            type="password"
            name="wanted"
            autocomplete="new-password"
            required
            minlength="8"
            maxlength="200"
          /></label
        >
        <label class="field"
          >Once more<input
            type="password"
            name="again"
            autocomplete="new-password"
            required
            maxlength="200"
          /></label
        >
        <button class="button button-main">{data.hasPassphrase ? 'Change it' : 'Set it'}</button>
      </form>
      <p class="mt-1 text-sm text-quiet">
        There is no way back to a forgotten one but starting the program with KEY_PATH_PASSPHRASE set to a new
        one.
      </p>
    {/if}
    {#if data.hasPassphrase}
      <div class="mt-3 flex flex-wrap items-end gap-3">
        <form method="POST" action="?/signOutEverywhere">
          <button class="button">Sign out everywhere</button>
        </form>
        {#if !data.isFromEnvironment}
          {#if isRemoving}
            <form method="POST" action="?/remove" class="flex flex-wrap items-end gap-3" use:enhance>
              <label class="field"
                >The one that holds now<input
                  type="password"
                  name="now"
                  autocomplete="current-password"
                  required
                /></label
              >
              <button class="button">Do without</button>
              <button type="button" class="button" onclick={() => (isRemoving = false)}>Keep it</button>
            </form>
          {:else}<button class="button" onclick={() => (isRemoving = true)}>Do without a passphrase …</button
            >{/if}
        {/if}
      </div>
    {/if}
  </section>

  <section aria-labelledby="network">
    <h2 id="network" class="mb-2">The home network</h2>
    {#if !data.hasPassphrase}
      <p class="text-quiet">A tablet or telephone in your home can come in once there is a passphrase.</p>
    {:else}
      <form method="POST" action="?/network" use:enhance>
        <input type="hidden" name="isOpen" value={data.network.isOpen ? 'no' : 'yes'} />
        <button class="button {data.network.isOpen ? '' : 'button-main'}"
          >{data.network.isOpen ? 'Close it again' : 'Let the home network in'}</button
        >
      </form>
      {#if data.network.isOpen && data.places.length === 0}
        <p class="notice mt-3">This computer is in no network now, so nobody else finds it.</p>
      {/if}
      {#if data.network.isOpen && !data.network.isSecure}
        <p class="notice mt-3">
          Others in the network could read along, and a tablet cannot connect a keyboard or use its
          microphone: make a certificate once with <code>npm run certificate</code>, then close the network
          here and let it in again.
        </p>
      {/if}
      <ul class="mt-3 flex flex-wrap gap-6">
        {#each data.places as { address, picture, trust } (address)}
          <li class="bg-paper p-3">
            <img src={picture} alt="QR code of {address}" width="180" height="180" />
            <p class="mt-1 font-bold">{address}</p>
            {#if trust}<p class="max-w-56 text-sm text-quiet">
                On each new device first open <strong class="break-all">{trust}</strong>: it leads through
                trusting the studio’s certificate.
              </p>{/if}
          </li>
        {/each}
      </ul>
    {/if}
  </section>
</div>
