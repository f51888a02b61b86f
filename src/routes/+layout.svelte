<script lang="ts">
  import '../app.css';
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { z } from 'zod';
  import { remembered } from '$lib/ui/parts/remembered';
  import { provideWorkers } from '$lib/ui/workers/workers-context.svelte';
  import { Tooltip } from 'bits-ui';
  import Moon from '@lucide/svelte/icons/moon';
  import Sun from '@lucide/svelte/icons/sun';
  import { mode, ModeWatcher, toggleMode } from 'mode-watcher';
  import { Toaster } from 'svelte-sonner';
  import type { LayoutProps } from './$types';

  const { children, data }: LayoutProps = $props();
  const saidPlainHttp = remembered('said-plain-http', z.boolean(), false);
  let lacksSecurity = $state(false);

  function sayNoMore() {
    saidPlainHttp.write(true);
    lacksSecurity = false;
  }
  const workers = provideWorkers();

  // Says that the page answers to clicks and keys now; browser tests wait for it.
  onMount(() => {
    document.documentElement.dataset['live'] = '';
    lacksSecurity = !window.isSecureContext && !saidPlainHttp.read();
  });

  const places = [
    { href: '/', label: 'Today' },
    { href: '/pieces', label: 'Pieces' },
    { href: '/learners', label: 'Learners' },
    { href: '/goals', label: 'Goals' },
    { href: '/messages', label: 'Messages' },
    { href: '/chords', label: 'Chord cards' },
    { href: '/studio', label: 'Studio' },
    { href: '/about', label: 'About' },
  ] as const;
  /** What stands above the page, in pixels; known once it has been laid out. */
  let abovePx = $state<number>();
  /** Views that fill the window leave so much of it: the bar, and whatever has to be said under it. */
  const above = $derived(abovePx === undefined ? (data.isTeacher ? '3rem' : '0px') : `${abovePx}px`);
  const isHere = (href: string) =>
    href === '/' ? page.url.pathname === '/' : page.url.pathname.startsWith(href);
</script>

<ModeWatcher disableHeadScriptInjection disableTransitions={false} />
<a
  class="screen-only sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-paper focus:p-2"
  href="#main">To the page's content</a
>
<div class="flow-root" bind:offsetHeight={abovePx}>
  {#if data.isTeacher}
    <header class="screen-only flex min-h-12 flex-wrap items-stretch gap-x-7 bg-sea-deep px-4 text-white">
      <a href="/" class="flex items-center gap-2 text-lg font-bold text-white no-underline">
        <svg viewBox="0 0 32 32" width="22" height="22" aria-hidden="true"
          ><path d="M4 28V4h6v13h2V4h8v13h2V4h6v24z" fill="currentColor" /></svg
        >
        Key Path
      </a>
      <nav aria-label="Main" class="flex flex-wrap items-stretch gap-1">
        {#each places as { href, label } (href)}
          <a
            {href}
            aria-current={isHere(href) ? 'page' : undefined}
            class="flex min-h-9 items-center border-b-4 px-3 text-white no-underline hover:bg-white/15 {isHere(
              href,
            )
              ? 'border-white font-bold'
              : 'border-transparent'}">{label}</a
          >
        {/each}
      </nav>
      <button
        class="ml-auto flex cursor-pointer items-center px-2 text-white"
        aria-label={mode.current === 'dark' ? 'Light colours' : 'Dark colours'}
        onclick={toggleMode}
        >{#if mode.current === 'dark'}<Sun size={17} />{:else}<Moon size={17} />{/if}</button
      >
      {#if data.hasPassphrase}
        <form method="POST" action="/sign-out" class="flex items-center">
          <button class="cursor-pointer px-2 text-white underline-offset-4 hover:underline">Sign out</button>
        </form>
      {/if}
    </header>
  {/if}
  {#if data.isDemo}
    <form
      method="POST"
      action="/?/leaveDemo"
      aria-label="Demo studio"
      class="notice screen-only flex flex-wrap items-center gap-3"
    >
      <span class="grow"
        >This is the demo studio: its teacher, learners and tunes are made up. Try what you like; your own
        studio waits as you left it.</span
      >
      <button class="button">Remove it and go back to my studio</button>
    </form>
  {/if}
  {#if lacksSecurity}
    <p class="notice screen-only flex flex-wrap items-center gap-3" role="status">
      <span class="grow"
        >This page came over plain HTTP: everything is saved as usual, but a digital keyboard cannot be
        connected, the microphone stays off, and others in this network could read along.
        <a href="/trust">How to get the safe address</a></span
      >
      <button class="button" onclick={sayNoMore}>I know</button>
    </p>
  {/if}
  {#each data.problems as problem (problem)}
    <p class="notice notice-fault screen-only m-2" role="alert">{problem}</p>
  {/each}
  {#each workers.troubled as link (link)}
    <p class="notice notice-fault screen-only m-2 flex flex-wrap items-center gap-3" role="alert">
      {link.name}
      {link.state === 'failed'
        ? 'has stopped or did not start.'
        : 'has not answered for some seconds: it is busy with a long piece, or has stopped.'}
      <button class="button" onclick={() => link.restart()}>Try again</button>
    </p>
  {/each}
</div>
<Tooltip.Provider delayDuration={350}>
  <main id="main" tabindex="-1" class="outline-none" style:--above={above}>{@render children()}</main>
</Tooltip.Provider>
<Toaster position="bottom-right" />
