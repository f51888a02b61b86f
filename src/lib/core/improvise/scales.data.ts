import type { ChordTone } from '../pitch/chord';

/** A scale as degrees of the major scale on its first note, each with its alteration. */
const degrees = (text: string): readonly ChordTone[] =>
  text.split(' ').map((each) => ({
    degree: Number(each.replace(/[#b]/g, '')),
    alter: (each.match(/#/g)?.length ?? 0) - (each.match(/b/g)?.length ?? 0),
  }));

/** Scales that are built on a chord's own root, by the shape of their steps. */
export const SHAPES = {
  ionian: degrees('1 2 3 4 5 6 7'),
  dorian: degrees('1 2 b3 4 5 6 b7'),
  'natural-minor': degrees('1 2 b3 4 5 b6 b7'),
  'harmonic-minor': degrees('1 2 b3 4 5 b6 7'),
  mixolydian: degrees('1 2 3 4 5 6 b7'),
  lydian: degrees('1 2 3 #4 5 6 7'),
  'lydian-dominant': degrees('1 2 3 #4 5 6 b7'),
  locrian: degrees('1 b2 b3 4 b5 b6 b7'),
  'whole-half': degrees('1 2 b3 4 b5 b6 bb7 7'),
  'half-whole': degrees('1 b2 #2 3 #4 5 6 b7'),
  altered: degrees('1 b2 #2 3 b5 #5 b7'),
  'whole-tone': degrees('1 2 3 #4 #5 b7'),
} as const;

export type Shape = keyof typeof SHAPES;

/** What each is called, in words. */
export const SHAPE_NAMES: Readonly<Record<Shape, string>> = {
  ionian: 'major scale',
  dorian: 'Dorian',
  'natural-minor': 'natural minor',
  'harmonic-minor': 'harmonic minor',
  mixolydian: 'Mixolydian',
  lydian: 'Lydian',
  'lydian-dominant': 'Lydian with a lowered seventh',
  locrian: 'Locrian',
  'whole-half': 'whole and half tones in turn',
  'half-whole': 'half and whole tones in turn',
  altered: 'altered scale',
  'whole-tone': 'whole tones',
};

/** Modes by the degree of the key on which they begin. */
export const MODE_NAMES = {
  major: ['major scale', 'Dorian', 'Phrygian', 'Lydian', 'Mixolydian', 'natural minor', 'Locrian'],
  minor: ['natural minor', 'Locrian', 'major scale', 'Dorian', 'Phrygian', 'Lydian', 'Mixolydian'],
} as const;
