import type { Chord } from '../pitch/chord';
import type { Key } from '../pitch/key';
import type { Pitch } from '../pitch/pitch';
import type { Bpm, NoteId, Ticks } from '../units';

/**
 * A piece as flat, ordered records. Times (`at`) are ticks from the start of the piece as written, repeats not
 * unfolded. Everything is read-only: changing a score makes a new one (see steps.ts).
 */
export interface Score {
  readonly title: string;
  readonly composer: string;
  readonly lyricist: string;
  readonly rights: string;
  readonly parts: readonly Part[];
  readonly measures: readonly Measure[];
  /** Ordered by onset, part, staff, voice, then pitch; grace notes before the note they lean on. */
  readonly notes: readonly Note[];
  readonly rests: readonly Rest[];
  readonly chords: readonly ChordSymbol[];
  readonly clefs: readonly ClefChange[];
  readonly slurs: readonly Slur[];
  readonly marks: readonly Mark[];
  /** Words of a chart that stand over no notes; sung words with notes are those notes' lyrics. */
  readonly words: readonly Word[];
  /** Where a chart's slashes strike the chord again. */
  readonly slashes: readonly Slash[];
  /** The key as a person typed it, mode and all; null where the file only has a signature, whose mode programs fill in. */
  readonly typedKey: Key | null;
  /** What the teacher decided about the piece; null while the program's own findings stand. */
  readonly judgement: Judgement | null;
}

export const PART_USES = ['tune', 'accompaniment', 'left-out'] as const;
export type PartUse = (typeof PART_USES)[number];

export interface Part {
  readonly id: string;
  readonly name: string;
  readonly staves: number;
  /** Sizes of the groups of staves that one player reads, where a view joins several parts: a voice over a piano is 1, 2. */
  readonly groups?: readonly number[];
  /** Staves from top to bottom, where they do not stand in the order of their numbers. */
  readonly order?: readonly number[];
  /** Names of the groups, as they are to be told apart when each becomes a part of its own. */
  readonly names?: readonly string[];
  /** What each staff is for, as the teacher chose when importing; absent where its place decides. */
  readonly uses?: readonly PartUse[];
}

/** A stretch of a chart's text that begins at a beat. */
export interface Word {
  readonly measure: number;
  readonly at: Ticks;
  readonly text: string;
  /** Whether the line of the verse ends with it. */
  readonly endsLine: boolean;
}

/** A chart's sign to play its chord once more. */
export interface Slash {
  readonly measure: number;
  readonly at: Ticks;
}

/** A named run of measures, both ends included, that is taught as one. */
export interface Section {
  readonly id: string;
  readonly name: string;
  readonly from: number;
  readonly to: number;
}

/** Where the teacher overruled what the program finds in a piece. Anything null or empty is left to the program. */
export interface Judgement {
  readonly key: Key | null;
  /** Chords put in place of those found or given at their ticks. */
  readonly chords: readonly ChordSymbol[];
  /** Which staff of which part has the tune, by measures. */
  readonly tune: readonly TunePlace[];
  readonly sections: readonly Section[] | null;
  /** Findings that the teacher looked at and set aside, by their ids. */
  readonly dismissed: readonly string[];
}

export interface TunePlace {
  readonly from: number;
  readonly to: number;
  readonly part: number;
  readonly staff: number;
}

export const NO_JUDGEMENT: Judgement = { key: null, chords: [], tune: [], sections: null, dismissed: [] };

export interface TimeSignature {
  readonly beats: number;
  readonly beatType: number;
  /** Sizes of the beat groups in units of `beatType`, where the source says so: 3+2 of 5/8. */
  readonly groups?: readonly number[];
  readonly symbol?: 'common' | 'cut';
}

export type Barline = 'single' | 'double' | 'final' | 'dashed' | 'none';

export interface Measure {
  /** Ordinal from 0; never the printed number, which may repeat or be missing. */
  readonly index: number;
  /** Number as printed; empty for a pickup that carries none. */
  readonly number: string;
  readonly start: Ticks;
  /** Sounding length, shorter than the metre in a pickup. */
  readonly length: Ticks;
  readonly time: TimeSignature;
  readonly key: Key;
  readonly barline: Barline;
  readonly startsRepeat: boolean;
  /** Times the passage is played when a repeat ends here. */
  readonly endsRepeat: number | null;
  /** Numbers of the ending (volta) that this measure belongs to. */
  readonly endings: readonly number[];
  readonly rehearsal: string | null;
}

export interface Tuplet {
  readonly id: string;
  readonly actual: number;
  readonly normal: number;
}

export interface Lyric {
  readonly verse: number;
  readonly text: string;
  readonly syllabic: 'single' | 'begin' | 'middle' | 'end';
  readonly isExtended: boolean;
}

export const ARTICULATIONS = [
  'staccato',
  'staccatissimo',
  'tenuto',
  'accent',
  'strong-accent',
  'detached-legato',
  'breath-mark',
  'fermata',
  'trill-mark',
  'turn',
  'inverted-turn',
  'mordent',
  'inverted-mordent',
  'arpeggiate',
] as const;
export type Articulation = (typeof ARTICULATIONS)[number];

export const ORNAMENTS: readonly Articulation[] = [
  'trill-mark',
  'turn',
  'inverted-turn',
  'mordent',
  'inverted-mordent',
];

export interface Grace {
  /** Order among the grace notes before one main note, from 0. */
  readonly order: number;
  readonly written: Ticks;
  readonly hasSlash: boolean;
}

/** Where an event stands: `part` is an index into `parts`, `staff` counts from 0 within the part. */
export interface Place {
  readonly part: number;
  readonly staff: number;
  readonly voice: string;
  readonly measure: number;
  readonly at: Ticks;
}

export interface Note extends Place {
  readonly id: NoteId;
  readonly duration: Ticks;
  readonly pitch: Pitch;
  readonly tieTo: NoteId | null;
  readonly grace: Grace | null;
  readonly tuplet: Tuplet | null;
  readonly articulations: readonly Articulation[];
  /** 1 thumb … 5 little finger; null when none is marked. */
  readonly finger: number | null;
  /** The finger that takes the key over while it is held; absent where none does. */
  readonly fingerThen?: number;
  readonly lyrics: readonly Lyric[];
}

export interface Rest extends Place {
  readonly duration: Ticks;
  readonly tuplet: Tuplet | null;
  readonly isWholeMeasure: boolean;
}

export interface ChordSymbol {
  readonly id: string;
  readonly measure: number;
  readonly at: Ticks;
  readonly chord: Chord;
}

export type ClefSign = 'G' | 'F' | 'C';

export interface Clef {
  readonly sign: ClefSign;
  readonly line: number;
  readonly octave: number;
}

export interface ClefChange extends Clef {
  readonly part: number;
  readonly staff: number;
  readonly measure: number;
  readonly at: Ticks;
}

export interface Slur {
  readonly from: NoteId;
  readonly to: NoteId;
}

interface MarkPlace {
  readonly part: number;
  readonly staff: number;
  readonly measure: number;
  readonly at: Ticks;
}

export type Mark =
  | (MarkPlace & { readonly kind: 'dynamic'; readonly text: string })
  | (MarkPlace & { readonly kind: 'words'; readonly text: string; readonly placement: 'above' | 'below' })
  | (MarkPlace & { readonly kind: 'tempo'; readonly bpm: Bpm; readonly beatUnit: Ticks })
  | (MarkPlace & {
      readonly kind: 'hairpin';
      readonly direction: 'crescendo' | 'diminuendo';
      readonly end: Ticks;
    })
  | (MarkPlace & { readonly kind: 'pedal'; readonly action: 'down' | 'up' | 'change' });

export const TREBLE: Clef = { sign: 'G', line: 2, octave: 0 };
export const BASS: Clef = { sign: 'F', line: 4, octave: 0 };

export const EMPTY_SCORE: Score = {
  title: '',
  composer: '',
  lyricist: '',
  rights: '',
  parts: [],
  measures: [],
  notes: [],
  rests: [],
  chords: [],
  clefs: [],
  slurs: [],
  marks: [],
  words: [],
  slashes: [],
  typedKey: null,
  judgement: null,
};
