/** The piano samples that ship with the application, by MIDI number; keys between them are tuned from the nearest. */
export const SAMPLES: readonly { readonly key: number; readonly file: string }[] = [
  { key: 33, file: 'A1' },
  { key: 39, file: 'Ds2' },
  { key: 45, file: 'A2' },
  { key: 51, file: 'Ds3' },
  { key: 54, file: 'Fs3' },
  { key: 57, file: 'A3' },
  { key: 60, file: 'C4' },
  { key: 63, file: 'Ds4' },
  { key: 66, file: 'Fs4' },
  { key: 69, file: 'A4' },
  { key: 72, file: 'C5' },
  { key: 78, file: 'Fs5' },
  { key: 84, file: 'C6' },
  { key: 90, file: 'Fs6' },
  { key: 96, file: 'C7' },
];

/** Every sample begins with this much silence, which is passed over. */
export const SILENCE_SECONDS = 0.008;
