import { COMPOUND_COUNTS, COUNTING_STYLES } from '$lib/core/document/choices/counting-styles.data';
import { FINGERING_STYLES } from '$lib/core/document/choices/fingering-styles.data';
import { SETTINGS, type Setting } from '$lib/core/document/choices/settings.data';
import { VOICING_STYLES } from '$lib/core/document/choices/voicing-styles.data';
import type { Recipe } from '$lib/core/document/recipe';

// What the words of the sentence can be changed to, where that is the same for every piece.

export const SETTING_CHOICES = Object.entries(SETTINGS).map(([value, label]) => ({
  value: value as Setting,
  label,
}));
export const VOICING_CHOICES = Object.entries(VOICING_STYLES).map(([value, label]) => ({
  value: value as Recipe['voicing'],
  label,
}));
export const CHORD_LETTER_CHOICES = [
  { value: 'as-sounding', label: 'as they sound', note: 'on paper the first rungs have plain triads' },
  { value: 'shown', label: 'as in the source' },
  { value: 'hidden', label: 'not shown' },
] as const;
export const NOTE_VALUE_CHOICES = [
  { value: 'as-written', label: 'as written' },
  { value: 'doubled', label: 'doubled' },
] as const;
export const FINGER_CHOICES = [
  { value: 'at-shifts', label: 'at shifts' },
  { value: 'every-note', label: 'on every note' },
  { value: 'with-source', label: 'pinned and from the score' },
  { value: 'pinned', label: 'only those pinned' },
  { value: 'hidden', label: 'not shown' },
] as const;
export const FINGER_STYLE_CHOICES = Object.entries(FINGERING_STYLES).map(([value, { label }]) => ({
  value: value as Recipe['fingerStyle'],
  label,
}));
export const COUNT_CHOICES = [
  ...Object.entries(COUNTING_STYLES).map(([value, label]) => ({
    value: value as Recipe['countStyle'] | 'hidden',
    label,
  })),
  { value: 'hidden' as const, label: 'not shown' },
];
export const COMPOUND_CHOICES = Object.entries(COMPOUND_COUNTS).map(([value, label]) => ({
  value: value as Recipe['compoundCount'],
  label,
}));
export const COUNT_HAND_CHOICES = [
  { value: 'combined', label: 'hands together' },
  { value: 'each', label: 'each hand apart' },
  { value: 'right', label: 'right hand only' },
  { value: 'left', label: 'left hand only' },
] as const;
export const COUNT_WHERE_CHOICES = [
  { value: 'everywhere', label: 'everywhere' },
  { value: 'first-time', label: 'where a rhythm is new' },
] as const;
export const COUNT_FILL_CHOICES = [
  { value: 'needed', label: 'only what is needed' },
  { value: 'running', label: 'running on' },
] as const;
export const TRIPLET_CHOICES = [
  { value: 'trip-let', label: '1 trip let' },
  { value: 'and-a', label: '1 & a' },
] as const;
export const EIGHTH_CHOICES = [
  { value: 'straight', label: 'straight eighths' },
  { value: 'swung', label: 'swung eighths' },
] as const;
export const SOURCE_FINGER_CHOICES = [
  { value: 'kept', label: 'keeping the score’s' },
  { value: 'ignored', label: 'all worked out anew' },
] as const;
