<script lang="ts" generics="Value extends string | number | null">
  import Check from '@lucide/svelte/icons/check';
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import { Select } from 'bits-ui';
  import type { Choice } from './choices-of';
  import TexturePicture from './texture-picture.svelte';

  interface Props {
    /** What is being chosen: it stands above the field, or before it, and is read with what is chosen. */
    label: string;
    value: Value;
    choices: readonly Choice<Value>[];
    onchoose?: (value: Value) => void;
    /** In a form: the name under which the choice is sent. */
    name?: string;
    look?: 'above' | 'before' | 'alone';
    /** Shown while nothing of the list is chosen. */
    placeholder?: string;
    fault?: string | undefined;
    disabled?: boolean;
    width?: string;
  }

  let {
    label,
    value = $bindable(),
    choices,
    onchoose,
    name,
    look = 'before',
    placeholder = 'choose …',
    fault,
    disabled = false,
    width = '',
  }: Props = $props();

  const keyOf = (each: Value) => String(each);
  const chosen = $derived(choices.find((choice) => choice.value === value));

  function choose(key: string) {
    const found = choices.find((choice) => keyOf(choice.value) === key);
    if (!found) return;
    value = found.value;
    onchoose?.(found.value);
  }
</script>

<span class={look === 'above' ? 'field' : look === 'before' ? 'flex items-center gap-1.5' : 'contents'}>
  {#if look !== 'alone'}<span aria-hidden="true">{label}</span>{/if}
  <!-- Its `items` are left out: with them a letter on the closed list would choose, and letters are commands of the page. -->
  <Select.Root type="single" value={keyOf(value)} onValueChange={choose} {disabled} {...name ? { name } : {}}>
    <Select.Trigger
      class="choose-trigger {width}"
      aria-label="{label}: {chosen?.label ?? placeholder}"
      data-choose={label}
      aria-invalid={fault ? 'true' : undefined}
    >
      <span class="truncate">{chosen?.label ?? placeholder}</span>
      <ChevronDown size={14} aria-hidden="true" class="shrink-0" />
    </Select.Trigger>
    <Select.Portal>
      <Select.Content class="choose-list" sideOffset={3}>
        <Select.Viewport>
          {#each choices as choice (keyOf(choice.value))}
            <Select.Item value={keyOf(choice.value)} label={choice.label} class="choose-item">
              {#snippet children({ selected })}
                <span class="w-4 shrink-0"
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
        </Select.Viewport>
      </Select.Content>
    </Select.Portal>
  </Select.Root>
  {#if fault}<span class="fault">{fault}</span>{/if}
</span>
