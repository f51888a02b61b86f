<script lang="ts" generics="Value extends string">
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import Check from '@lucide/svelte/icons/check';
  import { Select } from 'bits-ui';
  import type { Choice } from './choices-of';
  import TexturePicture from './texture-picture.svelte';

  interface Props {
    /** What is being chosen, for those who hear the page. */
    name: string;
    value: Value;
    choices: readonly Choice<Value>[];
    onchoose: (value: Value) => void;
    /** Told what is gone to in the open list, which may be chosen. */
    onconsider?: (value: Value) => void;
    /** What stands before it in the sentence, and the sign that follows at once. */
    before?: string;
    after?: string;
  }

  const { name, value, choices, onchoose, onconsider, before = '', after = '' }: Props = $props();
  const label = $derived(choices.find((choice) => choice.value === value)?.label ?? value);
</script>

<!-- Its `items` are left out: with them a letter on the closed list would choose, and letters are commands of the page. -->
<Select.Root type="single" {value} onValueChange={(chosen) => onchoose(chosen as Value)}>
  <span class="inline-flex items-center gap-x-1.5"
    >{#if before}<span>{before}</span>{/if}<span class="inline-flex items-center whitespace-nowrap"
      ><Select.Trigger
        aria-label="{name}: {label}"
        class="inline-flex cursor-pointer items-center gap-0.5 rounded-tight border-b-2 border-sea/50 px-1 font-semibold text-sea hover:bg-sea-wash data-[state=open]:bg-sea-wash"
      >
        {label}<ChevronDown size={14} aria-hidden="true" />
      </Select.Trigger>{after}</span
    ></span
  >
  <Select.Portal>
    <Select.Content
      class="z-30 max-h-[60vh] min-w-44 overflow-auto rounded-tight border border-line bg-paper py-1 shadow-lg"
      sideOffset={4}
    >
      {#each choices as choice (choice.value)}
        <Select.Item
          value={choice.value}
          label={choice.label}
          onHighlight={() => onconsider?.(choice.value)}
          class="flex cursor-pointer items-center gap-2 px-3 py-1.5 outline-none data-[highlighted]:bg-sea-wash"
        >
          {#snippet children({ selected })}
            <span class="w-4"
              >{#if selected}<Check size={15} aria-hidden="true" />{/if}</span
            >
            <span>{choice.label}</span>
            {#if choice.note}<span class="ml-auto pl-4 text-sm text-quiet">{choice.note}</span>{/if}
            {#if choice.picture}<span class="{choice.note ? '' : 'ml-auto'} pl-4"
                ><TexturePicture notes={choice.picture} /></span
              >{/if}
          {/snippet}
        </Select.Item>
      {/each}
    </Select.Content>
  </Select.Portal>
</Select.Root>
