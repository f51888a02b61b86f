import type { Interval } from '../../pitch/interval';
import type { Key } from '../../pitch/key';
import type {
  ChordSymbol,
  Clef,
  ClefChange,
  Mark,
  Measure,
  Note,
  Rest,
  TimeSignature,
} from '../../score/model';
import { isWithin } from '../../score/bounds.data';
import { TICKS_PER_QUARTER, type NoteId, type Ticks } from '../../units';
import { Refusal, type WarningList } from '../result';
import { childrenOf, numberOf, type XmlElement } from '../xml';

/** A measure as one part states it; the parts' views are joined by the caller. */
export interface MeasureDraft extends Omit<Measure, 'index'> {
  /** True when the file itself says that the measure is not a full one. */
  readonly isImplicit: boolean;
  /** Offsets at which the source starts its beams, which tell how an irregular metre is grouped. */
  readonly beamStarts: readonly Ticks[];
}

export interface SlurEnd {
  readonly number: string;
  readonly note: NoteId;
  readonly voice: string;
  readonly measure: string;
}

export interface TieMark {
  readonly note: Note;
  readonly starts: boolean;
  readonly stops: boolean;
}

/** What one part's reader carries from measure to measure. Private to the MusicXML reader. */
export interface PartReader {
  readonly index: number;
  readonly id: string;
  readonly measures: readonly XmlElement[];
  readonly warnings: WarningList;
  staves: number;
  divisions: number;
  time: TimeSignature;
  key: Key;
  transposition: Interval | null;
  endings: readonly number[];
  readonly clefAt: Map<number, Clef>;
  /** How many notes have been named at a place, by the id of the first. */
  readonly notesAt: Map<string, number>;
  readonly notes: Note[];
  readonly rests: Rest[];
  readonly chords: ChordSymbol[];
  readonly clefs: ClefChange[];
  readonly marks: Mark[];
  readonly tieMarks: TieMark[];
  readonly slurEnds: { readonly starts: SlurEnd[]; readonly stops: SlurEnd[] };
  readonly openHairpins: Map<
    string,
    { direction: 'crescendo' | 'diminuendo'; at: Ticks; staff: number; measure: number }
  >;
}

/** Where reading stands within a measure. `divisions` positions are exact; ticks are rounded from them. */
export interface Cursor {
  readonly index: number;
  readonly number: string;
  readonly start: Ticks;
  readonly file: string;
  /** Ticks from the measure's start. */
  at: number;
  /** Onset of the note before, for `<chord/>`. */
  chordAt: number;
  furthest: number;
  graceOrder: number;
  lastGraceOrder: number;
  rehearsal: string | null;
  readonly beamStarts: Ticks[];
  notes: number;
  chordNotes: number;
}

export function createPartReader(element: XmlElement, index: number, warnings: WarningList): PartReader {
  return {
    index,
    id: element.attributes['id'] ?? `P${index + 1}`,
    measures: childrenOf(element, 'measure'),
    warnings,
    staves: 0,
    divisions: 1,
    time: { beats: 4, beatType: 4 },
    key: { fifths: 0, mode: 'major' },
    transposition: null,
    endings: [],
    clefAt: new Map(),
    notesAt: new Map(),
    notes: [],
    rests: [],
    chords: [],
    clefs: [],
    marks: [],
    tieMarks: [],
    slurEnds: { starts: [], stops: [] },
    openHairpins: new Map(),
  };
}

/** Length of a `<duration>` in ticks from an exact position, so that rounding never drifts. @throws Refusal */
export function durationOf(reader: PartReader, cursor: Cursor, element: XmlElement): number {
  const duration = numberOf(element, 'duration');
  const length = duration === null ? NaN : (duration * TICKS_PER_QUARTER) / reader.divisions;
  // Written so that NaN is refused, too.
  if (!isWithin('length', length)) {
    throw new Refusal({
      code: 'bad-score',
      message: 'A note or rest has no usable duration.',
      place: { file: cursor.file, line: element.line, measure: cursor.number },
    });
  }
  return length;
}

/** Moves the place of reading within its measure, in ticks. @throws Refusal where the measure would be longer than any metre */
export function moveTo(cursor: Cursor, at: number, element: XmlElement): void {
  if (!isWithin('length', at)) {
    throw new Refusal({
      code: 'bad-score',
      message: 'The measure is longer than any metre.',
      place: { file: cursor.file, line: element.line, measure: cursor.number },
    });
  }
  cursor.at = at;
}
