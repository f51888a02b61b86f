<script lang="ts">
  import { TEXTURES, type GeneratedTexture } from '$lib/core/document/choices/textures.data';
  import { pitchName, midiOf, readPitch } from '$lib/core/pitch/pitch';
  import { spellClassInKey } from '$lib/core/pitch/spell';
  import type { RulesSession } from './rules-session.svelte';

  const { session }: { session: RulesSession } = $props();
  const C_MAJOR = { fifths: 0, mode: 'major' } as const;
  const textures = Object.keys(TEXTURES) as GeneratedTexture[];
  let unreadable = $state<Readonly<Record<string, string>>>({});

  const windowOf = (texture: GeneratedTexture) => session.rules.windows[texture] ?? TEXTURES[texture].window;
  const keyName = (key: number) =>
    pitchName({ ...spellClassInKey(key % 12, C_MAJOR), octave: Math.floor(key / 12) - 1 });

  function change(texture: GeneratedTexture, end: 'lowest' | 'highest', text: string) {
    const pitch = readPitch(text.trim());
    const id = `${texture}.${end}`;
    if (!pitch) {
      unreadable = { ...unreadable, [id]: `“${text}” is no key; write C2 or Bb3.` };
      return;
    }
    unreadable = Object.fromEntries(Object.entries(unreadable).filter(([each]) => each !== id));
    session.setWindow(texture, { ...windowOf(texture), [end]: midiOf(pitch) });
  }
</script>

<table class="ruled max-w-3xl text-sm">
  <thead>
    <tr
      ><th scope="col">Left-hand texture</th><th scope="col">Lowest note from</th><th scope="col">to</th><th
        scope="col"><span class="sr-only">Reset</span></th
      ></tr
    >
  </thead>
  <tbody>
    {#each textures as texture (texture)}
      {@const own = session.rules.windows[texture] !== undefined}
      <tr>
        <th scope="row" class="font-normal text-ink!">{TEXTURES[texture].label}</th>
        {#each ['lowest', 'highest'] as const as end (end)}
          <td class="py-1!">
            <input
              class="field-inline w-16 {own ? 'font-bold' : ''}"
              aria-label="{end} of {TEXTURES[texture].label}"
              value={keyName(windowOf(texture)[end])}
              onchange={(event) => change(texture, end, event.currentTarget.value)}
            />
            {#if unreadable[`${texture}.${end}`]}<span class="fault block text-xs"
                >{unreadable[`${texture}.${end}`]}</span
              >{/if}
          </td>
        {/each}
        <td class="py-1!">
          {#if own}<button class="link text-xs" onclick={() => session.setWindow(texture, null)}
              >as it comes</button
            >{/if}
          {#if session.faults.get(`windows.${texture}`)}<span class="fault block text-xs"
              >{session.faults.get(`windows.${texture}`)}</span
            >{/if}
        </td>
      </tr>
    {/each}
  </tbody>
</table>
