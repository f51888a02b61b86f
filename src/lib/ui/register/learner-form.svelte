<script lang="ts">
  import { superForm, type SuperValidated } from 'sveltekit-superforms';
  import { zod4Client } from 'sveltekit-superforms/adapters';
  import type { z } from 'zod';
  import { COUNTING_STYLES } from '$lib/core/document/choices/counting-styles.data';
  import { learnerSchema, SPAN_CHOICES } from './learner-schema';

  interface Props {
    data: SuperValidated<z.infer<typeof learnerSchema>>;
    action: string;
    submit: string;
  }

  const { data, action, submit }: Props = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, enhance, submitting } = superForm(data, {
    validators: zod4Client(learnerSchema),
    resetForm: false,
  });
  const hands = [
    { field: 'spanLeftSemitones', label: 'Left hand reaches' },
    { field: 'spanRightSemitones', label: 'Right hand reaches' },
  ] as const;
</script>

<form method="POST" {action} use:enhance class="grid gap-3">
  <label class="field">
    Name or nickname
    <input
      name="name"
      bind:value={$form.name}
      aria-invalid={$errors.name ? 'true' : undefined}
      maxlength="60"
      autocomplete="off"
    />
    {#if $errors.name}<span class="fault">{$errors.name[0]}</span>{/if}
  </label>
  <div class="grid grid-cols-2 gap-3">
    {#each hands as { field, label } (field)}
      <label class="field">
        {label}
        <select name={field} bind:value={$form[field]}>
          {#each SPAN_CHOICES as choice (choice.semitones)}<option value={choice.semitones}
              >{choice.label}</option
            >{/each}
        </select>
      </label>
    {/each}
    <label class="field">
      Rung
      <select name="rung" bind:value={$form.rung}>
        {#each [1, 2, 3, 4, 5, 6] as rung (rung)}<option value={rung}>{rung}</option>{/each}
      </select>
    </label>
    <label class="field">
      Counting
      <select name="countingStyle" bind:value={$form.countingStyle}
        >{#each Object.entries(COUNTING_STYLES) as [value, label] (value)}<option {value}>{label}</option
          >{/each}</select
      >
    </label>
    <label class="field">
      Birth year, if needed
      <input
        name="birthYear"
        type="number"
        bind:value={$form.birthYear}
        aria-invalid={$errors.birthYear ? 'true' : undefined}
      />
      {#if $errors.birthYear}<span class="fault">{$errors.birthYear[0]}</span>{/if}
    </label>
  </div>
  <label class="field"
    >Notes<textarea name="notes" rows="3" bind:value={$form.notes} maxlength="2000"></textarea></label
  >
  <p class="text-sm text-quiet">
    Measure the reach at the keys, without stretching: the outermost keys that thumb and little finger press
    together with a loose arm. Never force a reach. Keep only what you need about a child, and follow your
    local rules on consent and safeguarding.
  </p>
  <div class="flex justify-end">
    <button class="button button-main" disabled={$submitting}>{submit}</button>
  </div>
</form>
