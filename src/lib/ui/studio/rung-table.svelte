<script lang="ts">
  import type { HouseTextures } from '$lib/core/arrange/house';
  import {
    isSung,
    LEFT_TEXTURES,
    RIGHT_TEXTURES,
    textureLabel,
    type LeftTexture,
    type RightTexture,
  } from '$lib/core/arrange/textures.data';
  import type { Rung } from '$lib/core/rungs/rungs';
  import { LIMIT_ROWS, type LimitRow } from './limits.data';
  import type { RulesSession } from './rules-session.svelte';

  const { session }: { session: RulesSession } = $props();
  const rungs = $derived(session.rules.rungs);

  const HOUSE_ROWS: readonly { field: keyof HouseTextures; label: string; hand: 'left' | 'solo' | 'sung' }[] =
    [
      { field: 'soloLeft', label: 'Left hand, solo', hand: 'left' },
      { field: 'soloLeftInThree', label: 'Left hand, solo, in three', hand: 'left' },
      { field: 'soloRight', label: 'Right hand, solo', hand: 'solo' },
      { field: 'singLeft', label: 'Left hand, sung', hand: 'left' },
      { field: 'singRight', label: 'Right hand, sung', hand: 'sung' },
    ];
  const texturesFor = (hand: 'left' | 'solo' | 'sung'): readonly (LeftTexture | RightTexture)[] =>
    hand === 'left'
      ? LEFT_TEXTURES
      : RIGHT_TEXTURES.filter((texture) => isSung(texture) === (hand === 'sung'));
  const fault = (path: string) => session.faults.get(path);

  function setNumber(index: number, row: Extract<LimitRow, { kind: 'number' }>, text: string) {
    const isEmpty = text.trim() === '';
    const value = isEmpty && row.canBeAny ? null : Math.round(Number(text) * (row.tenths ? 10 : 1));
    session.setRung(index, { [row.field]: value } as Partial<Rung>);
  }

  const shown = (rung: Rung, row: Extract<LimitRow, { kind: 'number' }>) => {
    const value = rung[row.field] as number | null;
    return value === null ? '' : String(row.tenths ? value / 10 : value);
  };
</script>

<div class="overflow-x-auto">
  <table class="ruled text-sm">
    <thead>
      <tr>
        <th scope="col" class="sticky left-0 z-10 min-w-52 bg-paper">Limit</th>
        {#each rungs as _, index (index)}
          <th scope="col" class="min-w-40">
            <span class="flex items-center gap-2"
              >Rung {index + 1}
              <button class="link text-xs" onclick={() => session.addRung(index)}>add one after</button>
              {#if rungs.length > 1}<button class="link text-xs" onclick={() => session.removeRung(index)}
                  >remove</button
                >{/if}</span
            >
          </th>
        {/each}
      </tr>
    </thead>
    <tbody>
      {#each LIMIT_ROWS as row (row.label)}
        <tr>
          <th scope="row" class="sticky left-0 z-10 bg-paper font-normal text-ink!">{row.label}</th>
          {#each rungs as rung, index (index)}
            {@const path = `rungs.${index}.${row.field}`}
            <td class="py-1!">
              {#if row.kind === 'text'}
                <input
                  class="field-inline w-36"
                  aria-label="{row.label} of rung {index + 1}"
                  aria-invalid={fault(path) ? 'true' : undefined}
                  value={rung.name}
                  oninput={(event) => session.setRung(index, { name: event.currentTarget.value })}
                />
              {:else if row.kind === 'choice'}
                <select
                  class="field-inline w-36"
                  aria-label="{row.label} of rung {index + 1}"
                  value={rung[row.field]}
                  onchange={(event) =>
                    session.setRung(index, { [row.field]: event.currentTarget.value } as Partial<Rung>)}
                >
                  {#each Object.entries(row.options) as [value, label] (value)}<option {value}>{label}</option
                    >{/each}
                </select>
              {:else if row.kind === 'number'}
                <input
                  class="field-inline w-20"
                  inputmode="decimal"
                  placeholder={row.canBeAny ? 'any' : ''}
                  aria-label="{row.label} of rung {index + 1}"
                  aria-invalid={fault(path) ? 'true' : undefined}
                  value={shown(rung, row)}
                  onchange={(event) => setNumber(index, row, event.currentTarget.value)}
                />
              {:else}
                <span class="flex gap-1">
                  {#each ['right', 'left'] as const as hand (hand)}
                    <input
                      class="field-inline w-14"
                      inputmode="numeric"
                      aria-label="{row.label}, {hand}, of rung {index + 1}"
                      aria-invalid={fault(`${path}.${hand}`) ? 'true' : undefined}
                      value={rung[row.field][hand]}
                      onchange={(event) =>
                        session.setRung(index, {
                          [row.field]: { ...rung[row.field], [hand]: Number(event.currentTarget.value) },
                        })}
                    />
                  {/each}
                </span>
              {/if}
              {#each [...session.faults].filter(([at]) => at === path || at.startsWith(`${path}.`)) as [at, message] (at)}
                <span class="fault block text-xs">{message}</span>
              {/each}
            </td>
          {/each}
        </tr>
      {/each}
      {#each HOUSE_ROWS as row (row.field)}
        <tr>
          <th scope="row" class="sticky left-0 z-10 bg-paper font-normal text-ink!">{row.label}</th>
          {#each session.rules.house as house, index (index)}
            <td class="py-1!">
              <select
                class="field-inline w-36"
                aria-label="{row.label}, of rung {index + 1}"
                value={house[row.field]}
                onchange={(event) =>
                  session.setHouse(index, {
                    [row.field]: event.currentTarget.value,
                  } as Partial<HouseTextures>)}
              >
                {#each texturesFor(row.hand) as texture (texture)}<option value={texture}
                    >{textureLabel(texture)}</option
                  >{/each}
              </select>
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>
