<script lang="ts">
  import { superForm, type SuperValidated } from 'sveltekit-superforms';
  import { zod4Client } from 'sveltekit-superforms/adapters';
  import { COUNTING_STYLES } from '$lib/core/document/choices/counting-styles.data';
  import { FINGERING_STYLES, type FingeringStyle } from '$lib/core/document/choices/fingering-styles.data';
  import { KEYBOARDS } from '$lib/core/hands/keyboards.data';
  import { PEDAL_USES } from '$lib/core/learner/pedal-use';
  import { choicesOf } from '../parts/choices-of';
  import CautionNote from '../care/caution-note.svelte';
  import { pianoKeyName } from '$lib/core/pitch/key-name';
  import { SPAN_CHOICES } from '$lib/core/learner/hands';
  import { profileSchema, type Profile } from '$lib/core/learner/profile';
  import { FINGER_NAMES, READING } from '$lib/core/learner/reading';
  import MeasureSpan from './measure-span.svelte';
  import Choose from '../parts/choose.svelte';

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

  const spans = (now: number): readonly { value: number; label: string }[] => {
    const known = SPAN_CHOICES.map(({ semitones, label }) => ({ value: semitones as number, label }));
    if (known.some(({ value }) => value === now)) return known;
    return [...known, { value: now, label: `${now} semitones` }].sort((a, b) => a.value - b.value);
  };
  const keyChoices = (keys: readonly number[]) =>
    keys.map((key) => ({ value: key, label: pianoKeyName(key) }));
  const TRANSPOSE = Array.from({ length: 25 }, (_, index) => index - 12).map((step) => ({
    value: step,
    label: step === 0 ? 'as written' : `${step > 0 ? '+' : '−'}${Math.abs(step)} semitones`,
  }));
  const FINGERING_CHOICES = (Object.keys(FINGERING_STYLES) as FingeringStyle[]).map((value) => ({
    value,
    label: FINGERING_STYLES[value].label as string,
  }));
  const rungChoices = $derived([
    ...rungs.map((name, index) => ({ value: index + 1, label: `${index + 1} · ${name}` })),
    ...($form.rung > rungs.length
      ? [{ value: $form.rung, label: `${$form.rung}, no longer in the ladder` }]
      : []),
  ]);
  const hands = [
    { hand: 'Left hand', comfortable: 'spanLeftSemitones', largest: 'largestLeftSemitones' },
    { hand: 'Right hand', comfortable: 'spanRightSemitones', largest: 'largestRightSemitones' },
  ] as const;
  const voice = [
    { field: 'voiceLowest', label: 'Voice, lowest' },
    { field: 'voiceHighest', label: 'Voice, highest' },
    { field: 'voiceComfortLowest', label: 'Comfortable from' },
    { field: 'voiceComfortHighest', label: 'Comfortable up to' },
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

<form method="POST" use:enhance class="grid grid-cols-[minmax(0,1fr)] gap-4">
  {#if $message}<p class="notice" role="status">{$message}</p>{/if}
  <div class="grid grid-cols-[minmax(0,1fr)] gap-4 lg:grid-cols-[1fr_1.35fr]">
    <div class="grid grid-cols-[minmax(0,1fr)] content-start gap-3">
      <div class="grid grid-cols-[minmax(0,1fr)] gap-3 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_6rem]">
        <label class="field"
          >Name or nickname<input
            bind:value={$form.name}
            aria-invalid={$errors.name ? 'true' : undefined}
            maxlength="60"
            autocomplete="off"
          />{#if $errors.name}<span class="fault">{$errors.name[0]}</span>{/if}</label
        >
        <Choose
          look="above"
          label="Rung"
          bind:value={$form.rung}
          fault={$errors.rung?.[0]}
          choices={rungChoices}
        />
        <label class="field"
          >Birth year<input
            type="number"
            bind:value={$form.birthYear}
            aria-invalid={$errors.birthYear ? 'true' : undefined}
          />{#if $errors.birthYear}<span class="fault">{$errors.birthYear[0]}</span>{/if}</label
        >
      </div>
      <fieldset
        class="grid min-w-0 grid-cols-[minmax(0,1fr)] items-end gap-x-3 gap-y-2 sm:grid-cols-[auto_minmax(0,1fr)_minmax(0,1fr)]"
      >
        <legend class="mb-1 font-semibold">Reach, thumb to little finger</legend>
        {#each hands as { hand, comfortable, largest } (hand)}
          <span class="pb-1.5">{hand}</span>
          <Choose
            look="above"
            label="{hand}, comfortable"
            bind:value={$form[comfortable]}
            choices={spans($form[comfortable])}
          />
          <Choose
            look="above"
            label="{hand}, largest"
            bind:value={$form[largest]}
            fault={$errors[largest]?.[0]}
            choices={[{ value: null, label: 'not measured' }, ...spans($form[largest] ?? 12)] as readonly {
              value: number | null;
              label: string;
            }[]}
          />
        {/each}
      </fieldset>
      <div class="grid grid-cols-[minmax(0,1fr)] gap-3 sm:grid-cols-2">
        <Choose
          look="above"
          label="Keyboard"
          value={isOther || !known ? 'other' : String(known.keys)}
          choices={[
            ...KEYBOARDS.map(({ keys }) => ({ value: String(keys), label: `${keys} keys` })),
            { value: 'other', label: 'another' },
          ]}
          onchoose={takeKeyboard}
        />
        <Choose
          look="above"
          label="Its transpose setting"
          bind:value={$form.keyboardTransposeSemitones}
          choices={TRANSPOSE}
        />
        {#if isOther || !known}
          <Choose
            look="above"
            label="Lowest key"
            bind:value={$form.keyboardLowest}
            choices={keyChoices(PIANO_KEYS)}
          />
          <Choose
            look="above"
            label="Highest key"
            bind:value={$form.keyboardHighest}
            fault={$errors.keyboardHighest?.[0]}
            choices={keyChoices(PIANO_KEYS)}
          />
        {/if}
        <Choose look="above" label="Pedal" bind:value={$form.pedal} choices={choicesOf(PEDAL_USES)} />
      </div>
      {#if $form.pedal === 'out-of-reach'}<CautionNote of={['seat', 'feet']} />{/if}
    </div>
    <MeasureSpan ontake={takeSpan} />
  </div>
  <div class="grid grid-cols-[minmax(0,1fr)] gap-3 md:grid-cols-4">
    {#each voice as { field, label } (field)}
      <Choose
        look="above"
        {label}
        bind:value={$form[field]}
        fault={$errors[field]?.[0]}
        choices={[{ value: null, label: '—' }, ...keyChoices(VOICE_KEYS)] as readonly {
          value: number | null;
          label: string;
        }[]}
      />
    {/each}
    <Choose
      look="above"
      label="Counting"
      bind:value={$form.countingStyle}
      choices={choicesOf(COUNTING_STYLES)}
    />
    <Choose look="above" label="Fingering" bind:value={$form.fingeringStyle} choices={FINGERING_CHOICES} />
    <div class="md:col-span-2">
      <Choose
        look="above"
        label="Finger names"
        bind:value={$form.fingerNames}
        choices={choicesOf(FINGER_NAMES)}
      />
    </div>
    <fieldset class="md:col-span-4">
      <legend class="mb-1 font-semibold">Reads</legend>
      <div class="flex flex-wrap gap-x-5 gap-y-1">
        {#each Object.entries(READING) as [value, label] (value)}
          <label class="flex items-center gap-1.5"
            ><input type="checkbox" bind:group={$form.reads} {value} />{label}</label
          >
        {/each}
        <label class="flex items-center gap-1.5"
          ><input type="checkbox" bind:checked={$form.showsNoteNames} />with the names of the notes</label
        >
        <label class="flex items-center gap-1.5"
          ><input type="checkbox" bind:checked={$form.readsLarge} />in large print</label
        >
      </div>
    </fieldset>
    <label class="field"
      >Minutes a day<input
        type="number"
        min="5"
        max="240"
        bind:value={$form.minutesADay}
      />{#if $errors.minutesADay}<span class="fault">{$errors.minutesADay[0]}</span>{/if}</label
    >
    <label class="field"
      >Days a week<input
        type="number"
        min="1"
        max="7"
        bind:value={$form.daysAWeek}
      />{#if $errors.daysAWeek}<span class="fault">{$errors.daysAWeek[0]}</span>{/if}</label
    >
    <label class="field"
      >Begins with the<select bind:value={$form.firstHand}
        ><option value="right">right hand</option><option value="left">left hand</option></select
      ></label
    >
    <label class="field"
      >Never faster than, beats a minute<input
        type="number"
        min="30"
        max="320"
        bind:value={$form.maxBpm}
      />{#if $errors.maxBpm}<span class="fault">{$errors.maxBpm[0]}</span>{/if}</label
    >
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
  <div class="flex flex-wrap items-center gap-3">
    <p class="grow text-sm text-quiet">
      Keep only what you need about a child, and follow your local rules on consent and safeguarding.
    </p>
    {#if isTainted($tainted)}<span class="text-sm text-quiet">Not saved yet</span>{/if}
    <a class="button" href={back}>Back to the register</a>
    <button class="button button-main" disabled={$submitting}>Save</button>
  </div>
</form>
