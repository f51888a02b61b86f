<script lang="ts">
  import { superForm, type SuperValidated } from 'sveltekit-superforms';
  import { zod4Client } from 'sveltekit-superforms/adapters';
  import { choicesOf } from '../parts/choices-of';
  import { COUNTING_STYLES } from '$lib/core/document/choices/counting-styles.data';
  import { SPAN_CHOICES } from '$lib/core/learner/hands';
  import { learnerSchema, type NewLearnerForm } from '$lib/core/learner/profile';
  import Choose from '../parts/choose.svelte';

  interface Props {
    data: SuperValidated<NewLearnerForm>;
    /** Names of the studio's rungs, the plainest first. */
    rungs: readonly string[];
    action: string;
    submit: string;
  }

  const { data, rungs, action, submit }: Props = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, enhance, submitting } = superForm(data, {
    validators: zod4Client(learnerSchema(rungs.length)),
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
      <Choose
        look="above"
        {label}
        name={field}
        bind:value={$form[field]}
        choices={SPAN_CHOICES.map(({ semitones, label: span }) => ({
          value: semitones as number,
          label: span,
        }))}
      />
    {/each}
    <Choose
      look="above"
      label="Rung"
      name="rung"
      bind:value={$form.rung}
      choices={rungs.map((name, index) => ({ value: index + 1, label: `${index + 1} · ${name}` }))}
    />
    <Choose
      look="above"
      label="Counting"
      name="countingStyle"
      bind:value={$form.countingStyle}
      choices={choicesOf(COUNTING_STYLES)}
    />
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
