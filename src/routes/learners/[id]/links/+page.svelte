<script lang="ts">
  import { enhance } from '$app/forms';
  import { dayOf, longDay } from '$lib/ui/parts/dates';
  import { CAUTIONS } from '$lib/core/care/cautions.data';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const made = $derived(form && 'made' in form ? form.made : null);
  const stateOf = (link: (typeof data.links)[number]) =>
    link.withdrawnAtMs !== null
      ? `withdrawn on ${longDay(dayOf(link.withdrawnAtMs))}`
      : link.expiresAtMs <= data.nowMs
        ? 'over'
        : `until ${longDay(dayOf(link.expiresAtMs))}`;
  const holds = (link: (typeof data.links)[number]) =>
    link.withdrawnAtMs === null && link.expiresAtMs > data.nowMs;
</script>

<svelte:head><title>Links of {data.learner.name} · Key Path</title></svelte:head>

<div class="mx-auto grid max-w-4xl gap-5 p-6">
  <div>
    <p><a href="/learners/{data.learner.id}">Back to {data.learner.name}</a></p>
    <h1>Links for {data.learner.name}</h1>
    <p class="text-quiet">
      Whoever has the link sees this learner’s own tasks, music and stamps, under a nickname, and nothing else
      of the studio. {CAUTIONS.children}
    </p>
  </div>
  {#if form?.message}<p class="notice notice-fault" role="alert">{form.message}</p>{/if}
  {#if made}
    <div class="notice flex items-start gap-4" role="status">
      <img src={made.picture} alt="QR code of the link" width="160" height="160" />
      <div class="min-w-0">
        <p class="font-bold">Give this link to the learner, or a parent. It is shown this once.</p>
        <p class="mt-1 break-all"><a href={made.address}>{made.address}</a></p>
        {#if !data.isOnNetwork}<p class="mt-1">
            It opens on this computer only, until the home network is let in: <a href="/studio/access"
              >Studio, Who may come in</a
            >.
          </p>{/if}
      </div>
    </div>
  {/if}
  <form method="POST" action="?/make" class="flex flex-wrap items-end gap-4" use:enhance>
    <label class="field"
      >Nickname on its page<input name="nickname" required maxlength="40" placeholder="no full name" /></label
    >
    <label class="field"
      >Holds for<select name="days"
        ><option value="30">a month</option><option value="90" selected>three months</option><option
          value="180">half a year</option
        ><option value="366">a year</option></select
      ></label
    >
    <label class="flex items-center gap-1.5 pb-1.5"
      ><input type="checkbox" name="mayMark" value="yes" />May note down practice</label
    >
    <button class="button button-main">Make a link</button>
  </form>
  {#if data.links.length > 0}
    <table class="ruled">
      <thead
        ><tr
          ><th>Nickname</th><th>Made</th><th>Holds</th><th>Marks</th><th>Last opened</th><th
            ><span class="sr-only">Actions</span></th
          ></tr
        ></thead
      >
      <tbody>
        {#each data.links as link (link.id)}
          <tr>
            <td>{link.nickname}</td>
            <td>{longDay(dayOf(link.createdAtMs))}</td>
            <td class={holds(link) ? '' : 'text-quiet'}>{stateOf(link)}</td>
            <td>{link.mayMark ? 'may note down practice' : 'reads only'}</td>
            <td>{link.openedAtMs === null ? 'not yet' : longDay(dayOf(link.openedAtMs))}</td>
            <td class="text-right"
              >{#if holds(link)}<form method="POST" action="?/withdraw" use:enhance>
                  <input type="hidden" name="id" value={link.id} />
                  <button class="button">Withdraw</button>
                </form>{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {:else}
    <p class="notice">No link was made for {data.learner.name} yet.</p>
  {/if}
</div>
