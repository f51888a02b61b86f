import { LEFT_ONSETS, PEDAL_RULES, POSITION_RULES, RHYTHM_LABELS, type Rung } from '$lib/core/rungs/rungs';

type Options = Readonly<Record<string, string>>;

/** The rows of the table of rungs: what each limit is called, and how it is edited. */
export type LimitRow = { readonly label: string } & (
  | { readonly kind: 'text'; readonly field: 'name' }
  | { readonly kind: 'choice'; readonly field: keyof Rung; readonly options: Options }
  | {
      readonly kind: 'number';
      readonly field: keyof Rung;
      readonly canBeAny: boolean;
      /** Tenths are shown as decimals. */
      readonly tenths?: boolean;
    }
  | { readonly kind: 'hands'; readonly field: 'notesSolo' | 'notesSing' }
);

export const LIMIT_ROWS: readonly LimitRow[] = [
  { label: 'Name', kind: 'text', field: 'name' },
  { label: 'Right-hand position', kind: 'choice', field: 'rightPosition', options: POSITION_RULES },
  { label: 'Left-hand position', kind: 'choice', field: 'leftPosition', options: POSITION_RULES },
  { label: 'Finest rhythm, simple metre', kind: 'choice', field: 'rhythmSimple', options: RHYTHM_LABELS },
  { label: 'Finest rhythm, compound metre', kind: 'choice', field: 'rhythmCompound', options: RHYTHM_LABELS },
  {
    label: 'Touches a second, each hand',
    kind: 'number',
    field: 'onsetsPerSecondTenths',
    canBeAny: true,
    tenths: true,
  },
  { label: 'Left-hand textures up to rung', kind: 'number', field: 'leftTextures', canBeAny: false },
  { label: 'Right-hand textures up to, solo', kind: 'number', field: 'rightTexturesSolo', canBeAny: false },
  { label: 'Right-hand textures up to, sung', kind: 'number', field: 'rightTexturesSing', canBeAny: false },
  { label: 'Notes at once, solo (right, left)', kind: 'hands', field: 'notesSolo' },
  { label: 'Notes at once, sung (right, left)', kind: 'hands', field: 'notesSing' },
  { label: 'Widest notes together, semitones', kind: 'number', field: 'widestSemitones', canBeAny: true },
  { label: 'Largest leap without a rest', kind: 'number', field: 'leapSemitones', canBeAny: true },
  { label: 'Signs in the key signature', kind: 'number', field: 'signature', canBeAny: true },
  { label: 'Chromatic notes in 8 measures', kind: 'number', field: 'chromaticPerEight', canBeAny: true },
  { label: 'The left hand plays', kind: 'choice', field: 'leftOnsets', options: LEFT_ONSETS },
  { label: 'Pedal', kind: 'choice', field: 'pedal', options: PEDAL_RULES },
  { label: 'Measures of new material', kind: 'number', field: 'newMeasures', canBeAny: true },
  { label: 'Load ceiling', kind: 'number', field: 'load', canBeAny: false },
];
