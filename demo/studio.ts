import type { Setting } from '../src/lib/core/document/choices/settings.data';
import type { LeftTexture } from '../src/lib/core/document/choices/textures.data';
import type { NewLearner } from '../src/lib/server/learners';

/** The demo studio: the Harbour Music Room, its learners, and what each is working on. Everything is made up. */
export interface DemoLearner {
  readonly name: string;
  readonly birthYear: number | null;
  readonly span: number;
  readonly rung: number;
  readonly notes: string;
  /** What was measured or asked beyond the reach of both hands. */
  readonly more?: Partial<NewLearner>;
}

export const LEARNERS: readonly DemoLearner[] = [
  {
    name: 'Ida',
    birthYear: 2018,
    span: 9,
    rung: 1,
    notes: 'Likes to sing along. Uses a footstool.',
    more: {
      pedal: 'out-of-reach',
      keyboardLowest: 36,
      keyboardHighest: 96,
      voiceLowest: 59,
      voiceHighest: 74,
      reads: ['treble', 'rote'],
      knownKeys: 'C, G',
      knownChords: 'C, F, G',
    },
  },
  {
    name: 'Bram',
    birthYear: 2016,
    span: 11,
    rung: 2,
    notes: 'Quick reader in treble clef, slower in bass.',
    more: {
      pedal: 'none',
      keyboardLowest: 36,
      keyboardHighest: 96,
      knownKeys: 'C, G, F',
      countingStyle: 'ta-ti',
    },
  },
  {
    name: 'Noor',
    birthYear: 2013,
    span: 12,
    rung: 3,
    notes: 'Wants to play the waltz at the lifeboat day in June.',
  },
  { name: 'Tam', birthYear: 2011, span: 12, rung: 3, notes: 'Plays by ear first, then from the page.' },
  {
    name: 'Elske',
    birthYear: 2009,
    span: 14,
    rung: 4,
    notes: 'Accompanies her sister, who sings low.',
    more: {
      largestLeftSemitones: 15,
      voiceLowest: 53,
      voiceHighest: 70,
      voiceComfortLowest: 57,
      voiceComfortHighest: 67,
      reads: ['treble', 'bass', 'chords'],
      knownKeys: 'C, G, F, D, Bb, Am, Dm',
    },
  },
  { name: 'Ruben', birthYear: 1988, span: 16, rung: 4, notes: 'Twenty minutes a day after the late ferry.' },
  {
    name: 'Marit',
    birthYear: 1971,
    span: 12,
    rung: 2,
    notes: 'Came back to playing after thirty years. Counts aloud.',
  },
  {
    name: 'Osk',
    birthYear: 1954,
    span: 11,
    rung: 2,
    notes: 'Stiff in the morning: lessons after noon, nothing wide in the left hand.',
    more: { fingeringStyle: 'strong', largestLeftSemitones: 12 },
  },
];

/** Tunes and songs in the open formats that teachers have them in. */
export const SOURCES: readonly string[] = [
  'winter-berth.cho',
  'rope-and-tar.abc',
  'two-boats.musicxml',
  'net-and-needle.musicxml',
  'slow-tide.musicxml',
  'lantern-on-the-quay.musicxml',
  'fog-signal.abc',
  'ferry-stairs.abc',
];

export interface DemoArrangement {
  readonly file: string;
  readonly name: string;
  readonly key: string | null;
  readonly rung: number;
  /** Absent where the piece decides. */
  readonly setting?: Setting;
  /** Absent where the rung decides. */
  readonly leftTexture?: LeftTexture;
  readonly counts: boolean;
  /** Measures painted with another left hand, both ends included. */
  readonly painted?: readonly { readonly from: number; readonly to: number; readonly texture: LeftTexture }[];
  /** Fingers by measure ordinal and place of the note in the right hand. */
  readonly fingers?: readonly (readonly [measure: number, place: number, finger: number])[];
  readonly learner: string | null;
  /** Who plays it together with the learner. */
  readonly partner?: string;
}

export const ARRANGEMENTS: readonly DemoArrangement[] = [
  {
    file: 'lantern-on-the-quay',
    name: 'Held chords, rung 3',
    key: null,
    rung: 3,
    counts: true,
    painted: [{ from: 17, to: 24, texture: 'open-fifth' }],
    fingers: [
      [0, 0, 1],
      [1, 0, 5],
      [3, 0, 5],
      [9, 0, 5],
      [17, 0, 5],
      [25, 0, 5],
    ],
    learner: 'Noor',
  },
  {
    file: 'lantern-on-the-quay',
    name: 'Pairs in F, rung 2',
    key: 'F',
    rung: 2,
    counts: true,
    learner: 'Bram',
  },
  {
    file: 'lantern-on-the-quay',
    name: 'Shared between the hands, rung 1',
    key: null,
    rung: 1,
    counts: true,
    learner: 'Ida',
  },
  {
    file: 'slow-tide',
    name: 'Sung, with root triads',
    key: 'C',
    rung: 1,
    setting: 'sing',
    counts: false,
    learner: 'Ida',
  },
  {
    file: 'slow-tide',
    name: 'Sung, for Elske’s sister',
    key: 'D',
    rung: 4,
    setting: 'sing',
    counts: false,
    learner: 'Elske',
  },
  {
    file: 'slow-tide',
    name: 'Two at the piano',
    key: null,
    rung: 2,
    setting: 'two',
    counts: true,
    learner: 'Marit',
    partner: 'Osk',
  },
  {
    file: 'net-and-needle',
    name: 'Open fifths, rung 3',
    key: null,
    rung: 3,
    leftTexture: 'open-fifth',
    counts: true,
    painted: [{ from: 8, to: 11, texture: 'broken-triads' }],
    learner: 'Tam',
  },
  {
    file: 'winter-berth',
    name: 'For singing, rung 3',
    key: null,
    rung: 3,
    counts: false,
    learner: null,
  },
  {
    file: 'rope-and-tar',
    name: 'Swaying, rung 4',
    key: null,
    rung: 4,
    leftTexture: 'root-then-chord',
    counts: true,
    learner: 'Ruben',
  },
  {
    file: 'two-boats',
    name: 'A study, rung 4',
    key: null,
    rung: 4,
    setting: 'study',
    counts: true,
    learner: 'Elske',
  },
  {
    file: 'two-boats',
    name: 'For stiff hands, in D',
    key: 'D',
    rung: 2,
    leftTexture: 'held-root',
    counts: true,
    learner: 'Osk',
  },
  {
    file: 'fog-signal',
    name: 'Moving chords, rung 4',
    key: null,
    rung: 4,
    counts: true,
    learner: null,
  },
  {
    file: 'ferry-stairs',
    name: 'A study with its tenths, rung 5',
    key: null,
    rung: 5,
    setting: 'study',
    counts: false,
    learner: 'Ruben',
  },
];
