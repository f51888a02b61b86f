<script lang="ts">
  import { page } from '$app/state';
  import type { LayoutProps } from './$types';

  const { children }: LayoutProps = $props();

  const rooms = [
    { href: '/studio', label: 'Ladder' },
    { href: '/studio/practice', label: 'Practice' },
    { href: '/studio/access', label: 'Who may come in' },
    { href: '/studio/backups', label: 'Backups' },
    { href: '/studio/deleted', label: 'Deleted' },
  ] as const;
</script>

<nav aria-label="Studio" class="screen-only flex flex-wrap gap-1 border-b border-line bg-paper px-4">
  {#each rooms as { href, label } (href)}
    <a
      {href}
      aria-current={page.url.pathname === href ? 'page' : undefined}
      class="border-b-2 px-3 py-1.5 no-underline {page.url.pathname === href
        ? 'border-sea font-bold'
        : 'border-transparent'}">{label}</a
    >
  {/each}
</nav>
{@render children()}
