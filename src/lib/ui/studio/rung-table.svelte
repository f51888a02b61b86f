<script lang="ts">
  import type { HouseTextures } from '$lib/core/textures/house';
  import {
    isSung,
    LEFT_TEXTURES,
    RIGHT_TEXTURES,
    textureLabel,
    type LeftTexture,
    type RightTexture,
  } from '$lib/core/document/choices/textures.data';
  import type { ForHands } from '$lib/core/limits/fields';
  import type { FieldControl } from '$lib/core/limits/limit';
  import { FIELDS, type Rung } from '$lib/core/limits/registry';
  import type { RulesSession } from './rules-session.svelte';
  import Choose from '../parts/choose.svelte';

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

  type NumberControl = Extract<FieldControl, { kind: 'number' }>;

  function setNumber(index: number, field: keyof Rung, control: NumberControl, text: string) {
    const isAny = text.trim() === '' && control.canBeAny;
    const value = isAny ? null : Math.round(Number(text) * (control.isInTenths ? 10 : 1));
    session.setRung(index, { [field]: value } as Partial<Rung>);
  }

  const shown = (rung: Rung, field: keyof Rung, { isInTenths }: NumberControl) => {
    const value = rung[field] as number | null;
    return value === null ? '' : String(isInTenths ? value / 10 : value);
  };
  const faultsAt = (path: string) =>
    [...session.faults].filter(([at]) => at === path || at.startsWith(`${path}.`));
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
      <tr>
        <th scope="row" class="sticky left-0 z-10 bg-paper font-normal text-ink!">Name</th>
        {#each rungs as rung, index (index)}
          <td class="py-1!">
            <input
              class="field-inline w-36"
              aria-label="Name of rung {index + 1}"
              aria-invalid={fault(`rungs.${index}.name`) ? 'true' : undefined}
              value={rung.name}
              oninput={(event) => session.setRung(index, { name: event.currentTarget.value })}
            />
            {@render faults(`rungs.${index}.name`)}
          </td>
        {/each}
      </tr>
      {#each FIELDS as [field, { label, control }] (field)}
        <tr>
          <th scope="row" class="sticky left-0 z-10 bg-paper font-normal text-ink!">{label}</th>
          {#each rungs as rung, index (index)}
            {@const path = `rungs.${index}.${field}`}
            <td class="py-1!">
              {#if control.kind === 'choice'}
                <Choose
                  look="alone"
                  width="w-36"
                  label="{label} of rung {index + 1}"
                  value={rung[field] as string}
                  choices={Object.entries(control.options).map(([value, word]) => ({ value, label: word }))}
                  onchoose={(value: string) => session.setRung(index, { [field]: value } as Partial<Rung>)}
                />
              {:else if control.kind === 'number'}
                <input
                  class="field-inline w-20"
                  inputmode="decimal"
                  placeholder={control.canBeAny ? 'any' : ''}
                  aria-label="{label} of rung {index + 1}"
                  aria-invalid={fault(path) ? 'true' : undefined}
                  value={shown(rung, field, control)}
                  onchange={(event) => setNumber(index, field, control, event.currentTarget.value)}
                />
              {:else}
                {@const hands = rung[field] as ForHands}
                <span class="flex gap-1">
                  {#each ['right', 'left'] as const as hand (hand)}
                    <input
                      class="field-inline w-14"
                      inputmode="numeric"
                      aria-label="{label}, {hand}, of rung {index + 1}"
                      aria-invalid={fault(`${path}.${hand}`) ? 'true' : undefined}
                      value={hands[hand]}
                      onchange={(event) =>
                        session.setRung(index, {
                          [field]: { ...hands, [hand]: Number(event.currentTarget.value) },
                        })}
                    />
                  {/each}
                </span>
              {/if}
              {@render faults(path)}
            </td>
          {/each}
        </tr>
      {/each}
      {#each HOUSE_ROWS as row (row.field)}
        <tr>
          <th scope="row" class="sticky left-0 z-10 bg-paper font-normal text-ink!">{row.label}</th>
          {#each session.rules.house as house, index (index)}
            <td class="py-1!">
              <Choose
                look="alone"
                width="w-36"
                label="{row.label}, of rung {index + 1}"
                value={house[row.field] as LeftTexture | RightTexture}
                choices={texturesFor(row.hand).map((value) => ({ value, label: textureLabel(value) }))}
                onchoose={(texture: LeftTexture | RightTexture) =>
                  session.setHouse(index, { [row.field]: texture } as Partial<HouseTextures>)}
              />
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>

{#snippet faults(path: string)}
  {#each faultsAt(path) as [at, message] (at)}<span class="fault block text-xs">{message}</span>{/each}
{/snippet}
