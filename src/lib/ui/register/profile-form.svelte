<script lang="ts">
  import { superForm, type SuperValidated } from 'sveltekit-superforms';
  import { zod4Client } from 'sveltekit-superforms/adapters';
  import { COUNTING_STYLES } from '$lib/core/document/choices/counting-styles.data';
  import { FINGERING_STYLES } from '$lib/core/document/choices/fingering-styles.data';
  import { KEYBOARDS } from '$lib/core/hands/keyboards.data';
  import { PEDAL_USES } from '$lib/core/learner/pedal-use';
  import CautionNote from '../care/caution-note.svelte';
  import { pianoKeyName } from '../parts/key-names';
  import { SPAN_CHOICES } from '$lib/core/learner/hands';
  import { profileSchema, type Profile } from '$lib/core/learner/profile';
  import { FINGER_NAMES, READING } from '$lib/core/learner/reading';
  import MeasureSpan from './measure-span.svelte';

  interface Props {
    data: SuperValidated<Profile>;
    /** Names of the studio's rungs, the plainest first. */
    rungs: readonly string[];
    back: string;
  }

  const { data, rungs, back }: Props = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, enhance, submitting, message, tainted, isTainted } = superForm(data, {
    validators: zod4Client(profileSchema(rungs.length)),
    resetForm: false,
    dataType: 'json',
  });

  const spans = (now: number) =>
    SPAN_CHOICES.some(({ semitones }) => semitones === now)
      ? SPAN_CHOICES
      : [...SPAN_CHOICES, { semitones: now, label: `${now} semitones` }].sort(
          (a, b) => a.semitones - b.semitones,
        );
  const hands = [
    { hand: 'Left hand', comfortable: 'spanLeftSemitones', largest: 'largestLeftSemitones' },
    { hand: 'Right hand', comfortable: 'spanRightSemitones', largest: 'largestRightSemitones' },
  ] as const;
  const voice = [
    { field: 'voiceLowest', label: 'Voice, lowest' },
    { field: 'voiceHighest', label: 'highest' },
    { field: 'voiceComfortLowest', label: 'Comfortable from' },
    { field: 'voiceComfortHighest', label: 'to' },
  ] as const;
  const VOICE_KEYS = Array.from({ length: 49 }, (_, index) => 36 + index);
  const PIANO_KEYS = Array.from({ length: 88 }, (_, index) => 21 + index);
  const known = $derived(
    KEYBOARDS.find(
      ({ lowest, highest }) => lowest === $form.keyboardLowest && highest === $form.keyboardHighest,
    ),
  );
  let isOther = $state(false);

  function takeKeyboard(chosen: string) {
    const keyboard = KEYBOARDS.find(({ keys }) => String(keys) === chosen);
    isOther = !keyboard;
    if (keyboard) {
      $form.keyboardLowest = keyboard.lowest;
      $form.keyboardHighest = keyboard.highest;
    }
  }

  function takeSpan(hand: 'left' | 'right', reach: 'comfortable' | 'largest', semitones: number) {
    const side = hand === 'left' ? 'Left' : 'Right';
    $form[
      reach === 'comfortable' ? (`span${side}Semitones` as const) : (`largest${side}Semitones` as const)
    ] = semitones;
  }
</script>

<form method="POST" use:enhance class="grid gap-4">
  {#if $message}<p class="notice" role="status">{$message}</p>{/if}
  <div class="grid gap-4 lg:grid-cols-[1fr_1.35fr]">
    <div class="grid content-start gap-3">
      <div class="grid grid-cols-[minmax(0,1fr)_5rem_6rem] gap-3">
        <label class="field"
          >Name or nickname<input
            bind:value={$form.name}
            aria-invalid={$errors.name ? 'true' : undefined}
            maxlength="60"
            autocomplete="off"
          />{#if $errors.name}<span class="fault">{$errors.name[0]}</span>{/if}</label
        >
        <label class="field"
          >Rung<select bind:value={$form.rung}
            >{#each rungs as name, index (index)}<option value={index + 1}>{index + 1} · {name}</option
              >{/each}{#if $form.rung > rungs.length}<option value={$form.rung}
                >{$form.rung}, no longer in the ladder</option
              >{/if}</select
          ></label
        >
        <label class="field"
          >Birth year<input
            type="number"
            bind:value={$form.birthYear}
            aria-invalid={$errors.birthYear ? 'true' : undefined}
          />{#if $errors.birthYear}<span class="fault">{$errors.birthYear[0]}</span>{/if}</label
        >
      </div>
      <fieldset class="grid grid-cols-[auto_1fr_1fr] items-end gap-x-3 gap-y-2">
        <legend class="mb-1 font-semibold">Reach, thumb to little finger</legend>
        {#each hands as { hand, comfortable, largest } (hand)}
          <span class="pb-1.5">{hand}</span>
          <label class="field"
            >comfortable<select bind:value={$form[comfortable]} aria-label="{hand}, comfortable"
              >{#each spans($form[comfortable]) as { semitones, label } (semitones)}<option value={semitones}
                  >{label}</option
                >{/each}</select
            ></label
          >
          <label class="field"
            >largest<select bind:value={$form[largest]} aria-label="{hand}, largest"
              ><option value={null}>not measured</option
              >{#each spans($form[largest] ?? 12) as { semitones, label } (semitones)}<option
                  value={semitones}>{label}</option
                >{/each}</select
            >{#if $errors[largest]}<span class="fault">{$errors[largest][0]}</span>{/if}</label
          >
        {/each}
      </fieldset>
      <div class="grid grid-cols-2 gap-3">
        <label class="field"
          >Keyboard<select
            value={isOther || !known ? 'other' : String(known.keys)}
            onchange={(event) => takeKeyboard(event.currentTarget.value)}
            >{#each KEYBOARDS as { keys } (keys)}<option value={String(keys)}>{keys} keys</option
              >{/each}<option value="other">another</option></select
          ></label
        >
        <label class="field"
          >Its transpose setting<select bind:value={$form.keyboardTransposeSemitones}
            >{#each Array.from({ length: 25 }, (_, index) => index - 12) as step (step)}<option value={step}
                >{step === 0 ? 'as written' : `${step > 0 ? '+' : '−'}${Math.abs(step)} semitones`}</option
              >{/each}</select
          ></label
        >
        {#if isOther || !known}
          <label class="field"
            >Lowest key<select bind:value={$form.keyboardLowest}
              >{#each PIANO_KEYS as key (key)}<option value={key}>{pianoKeyName(key)}</option>{/each}</select
            ></label
          >
          <label class="field"
            >Highest key<select bind:value={$form.keyboardHighest}
              >{#each PIANO_KEYS as key (key)}<option value={key}>{pianoKeyName(key)}</option>{/each}</select
            >{#if $errors.keyboardHighest}<span class="fault">{$errors.keyboardHighest[0]}</span>{/if}</label
          >
        {/if}
        <label class="field"
          >Pedal<select bind:value={$form.pedal}
            >{#each Object.entries(PEDAL_USES) as [value, label] (value)}<option {value}>{label}</option
              >{/each}</select
          ></label
        >
      </div>
      {#if $form.pedal === 'out-of-reach'}<CautionNote of={['seat', 'feet']} />{/if}
    </div>
    <MeasureSpan ontake={takeSpan} />
  </div>
  <div class="grid gap-3 md:grid-cols-4">
    {#each voice as { field, label } (field)}
      <label class="field"
        >{label}<select bind:value={$form[field]}
          ><option value={null}>—</option>{#each VOICE_KEYS as key (key)}<option value={key}
              >{pianoKeyName(key)}</option
            >{/each}</select
        >{#if $errors[field]}<span class="fault">{$errors[field][0]}</span>{/if}</label
      >
    {/each}
    <label class="field"
      >Counting<select bind:value={$form.countingStyle}
        >{#each Object.entries(COUNTING_STYLES) as [value, label] (value)}<option {value}>{label}</option
          >{/each}</select
      ></label
    >
    <label class="field"
      >Fingering<select bind:value={$form.fingeringStyle}
        >{#each Object.entries(FINGERING_STYLES) as [value, { label }] (value)}<option {value}>{label}</option
          >{/each}</select
      ></label
    >
    <label class="field md:col-span-2"
      >Finger names<select bind:value={$form.fingerNames}
        >{#each Object.entries(FINGER_NAMES) as [value, label] (value)}<option {value}>{label}</option
          >{/each}</select
      ></label
    >
    <fieldset class="md:col-span-4">
      <legend class="mb-1 font-semibold">Reads</legend>
      <div class="flex flex-wrap gap-x-5 gap-y-1">
        {#each Object.entries(READING) as [value, label] (value)}
          <label class="flex items-center gap-1.5"
            ><input type="checkbox" bind:group={$form.reads} {value} />{label}</label
          >
        {/each}
      </div>
    </fieldset>
    <label class="field md:col-span-2"
      >Keys known<input
        bind:value={$form.knownKeys}
        placeholder="C, G, Am"
        maxlength="300"
      />{#if $errors.knownKeys}<span class="fault">{$errors.knownKeys[0]}</span>{/if}</label
    >
    <label class="field md:col-span-2"
      >Chords known<input
        bind:value={$form.knownChords}
        placeholder="C, F, G7"
        maxlength="300"
      />{#if $errors.knownChords}<span class="fault">{$errors.knownChords[0]}</span>{/if}</label
    >
    <label class="field md:col-span-4"
      >Notes<textarea rows="2" bind:value={$form.notes} maxlength="2000"></textarea></label
    >
  </div>
  <div class="flex items-center gap-3">
    <p class="grow text-sm text-quiet">
      Keep only what you need about a child, and follow your local rules on consent and safeguarding.
    </p>
    {#if isTainted($tainted)}<span class="text-sm text-quiet">Not saved yet</span>{/if}
    <a class="button" href={back}>Back to the register</a>
    <button class="button button-main" disabled={$submitting}>Save</button>
  </div>
</form>
