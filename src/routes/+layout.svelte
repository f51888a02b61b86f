<script lang="ts">
  import '../app.css';
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { provideWorkers } from '$lib/ui/workers/workers-context.svelte';
  import { Tooltip } from 'bits-ui';
  import { Toaster } from 'svelte-sonner';
  import type { LayoutProps } from './$types';

  const { children, data }: LayoutProps = $props();
  const workers = provideWorkers();

  // Says that the page answers to clicks and keys now; browser tests wait for it.
  onMount(() => {
    document.documentElement.dataset['live'] = '';
  });

  const places = [
    { href: '/', label: 'Today' },
    { href: '/pieces', label: 'Pieces' },
    { href: '/learners', label: 'Learners' },
    { href: '/goals', label: 'Goals' },
    { href: '/chords', label: 'Chord cards' },
    { href: '/studio', label: 'Studio' },
    { href: '/about', label: 'About' },
  ] as const;
  const isHere = (href: string) =>
    href === '/' ? page.url.pathname === '/' : page.url.pathname.startsWith(href);
</script>

<a
  class="screen-only sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-paper focus:p-2"
  href="#main">To the page's content</a
>
<header class="screen-only flex h-12 items-stretch gap-7 bg-sea-deep px-4 text-white">
  <a href="/" class="flex items-center gap-2 text-lg font-bold text-white no-underline">
    <svg viewBox="0 0 32 32" width="22" height="22" aria-hidden="true"
      ><path d="M4 28V4h6v13h2V4h8v13h2V4h6v24z" fill="currentColor" /></svg
    >
    Key Path
  </a>
  <nav aria-label="Main" class="flex items-stretch gap-1">
    {#each places as { href, label } (href)}
      <a
        {href}
        aria-current={isHere(href) ? 'page' : undefined}
        class="flex items-center border-b-4 px-3 text-white no-underline hover:bg-sea {isHere(href)
          ? 'border-white font-bold'
          : 'border-transparent'}">{label}</a
      >
    {/each}
  </nav>
</header>
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
<Tooltip.Provider delayDuration={350}>
  <main id="main">{@render children()}</main>
</Tooltip.Provider>
<Toaster position="bottom-right" />
