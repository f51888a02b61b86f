import type { StageId } from '../src/lib/core/practice/stages.data';
import type { LeftTexture } from '../src/lib/core/arrange/textures.data';

/** The demo studio: the Harbour Music Room, its learners, and what each is working on. Everything is made up. */
export interface DemoLearner {
  readonly name: string;
  readonly birthYear: number | null;
  readonly span: number;
  readonly rung: number;
  readonly notes: string;
}

export const LEARNERS: readonly DemoLearner[] = [
  {
    name: 'Ida',
    birthYear: 2018,
    span: 9,
    rung: 1,
    notes: 'Likes to sing along. Uses a footstool; no pedal yet.',
  },
  { name: 'Bram', birthYear: 2016, span: 11, rung: 2, notes: 'Quick reader in treble clef, slower in bass.' },
  {
    name: 'Noor',
    birthYear: 2013,
    span: 12,
    rung: 3,
    notes: 'Wants to play the waltz at the lifeboat day in June.',
  },
  { name: 'Tam', birthYear: 2011, span: 12, rung: 3, notes: 'Plays by ear first, then from the page.' },
  { name: 'Elske', birthYear: 2009, span: 14, rung: 4, notes: 'Accompanies her sister, who sings low.' },
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
];

export interface DemoStamp {
  readonly section: number;
  readonly stage: StageId;
  readonly tempo: number | null;
  readonly daysAgo: number;
}

export interface DemoArrangement {
  readonly file: string;
  readonly name: string;
  readonly key: string | null;
  readonly leftTexture: LeftTexture;
  readonly counts: boolean;
  /** Measures painted with another left hand, both ends included. */
  readonly painted?: readonly { readonly from: number; readonly to: number; readonly texture: LeftTexture }[];
  /** Fingers by measure ordinal and place of the note in the right hand. */
  readonly fingers?: readonly (readonly [measure: number, place: number, finger: number])[];
  readonly learner: string | null;
  readonly stamps: readonly DemoStamp[];
}

export const ARRANGEMENTS: readonly DemoArrangement[] = [
  {
    file: 'lantern-on-the-quay',
    name: 'Held triads in G',
    key: null,
    leftTexture: 'close-triads',
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
    stamps: [
      { section: 0, stage: 'listen', tempo: null, daysAgo: 21 },
      { section: 0, stage: 'right-counts', tempo: 56, daysAgo: 21 },
      { section: 0, stage: 'left-counts', tempo: 60, daysAgo: 14 },
      { section: 0, stage: 'slow-together', tempo: 52, daysAgo: 7 },
      { section: 0, stage: 'together', tempo: 72, daysAgo: 7 },
      { section: 1, stage: 'right-counts', tempo: 60, daysAgo: 7 },
      { section: 2, stage: 'listen', tempo: null, daysAgo: 7 },
    ],
  },
  {
    file: 'lantern-on-the-quay',
    name: 'Held roots in F',
    key: 'F',
    leftTexture: 'held-root',
    counts: true,
    learner: 'Bram',
    stamps: [
      { section: 0, stage: 'tap-count', tempo: null, daysAgo: 12 },
      { section: 0, stage: 'right-counts', tempo: 50, daysAgo: 5 },
    ],
  },
  {
    file: 'slow-tide',
    name: 'Sung, with held roots',
    key: 'C',
    leftTexture: 'held-root',
    counts: false,
    learner: 'Ida',
    stamps: [{ section: 0, stage: 'listen', tempo: null, daysAgo: 3 }],
  },
  {
    file: 'net-and-needle',
    name: 'Open fifths',
    key: null,
    leftTexture: 'open-fifth',
    counts: true,
    painted: [{ from: 8, to: 11, texture: 'broken-triads' }],
    learner: 'Tam',
    stamps: [
      { section: 0, stage: 'right', tempo: 44, daysAgo: 9 },
      { section: 0, stage: 'left', tempo: 48, daysAgo: 9 },
      { section: 0, stage: 'at-tempo', tempo: 66, daysAgo: 2 },
      { section: 1, stage: 'right-counts', tempo: 40, daysAgo: 2 },
    ],
  },
  {
    file: 'winter-berth',
    name: 'For singing, held triads',
    key: null,
    leftTexture: 'close-triads',
    counts: false,
    learner: null,
    stamps: [],
  },
  {
    file: 'rope-and-tar',
    name: 'Swaying, root then chord',
    key: null,
    leftTexture: 'root-then-chord',
    counts: true,
    learner: 'Ruben',
    stamps: [
      { section: 0, stage: 'listen', tempo: null, daysAgo: 6 },
      { section: 0, stage: 'right-counts', tempo: 44, daysAgo: 1 },
    ],
  },
  {
    file: 'slow-tide',
    name: 'A waltz bass in F',
    key: null,
    leftTexture: 'root-then-chord',
    counts: true,
    learner: null,
    stamps: [],
  },
  {
    file: 'two-boats',
    name: 'As written',
    key: null,
    leftTexture: 'as-written',
    counts: true,
    learner: 'Elske',
    stamps: [],
  },
  {
    file: 'two-boats',
    name: 'For stiff hands, in D',
    key: 'D',
    leftTexture: 'held-root',
    counts: true,
    learner: null,
    stamps: [],
  },
];
