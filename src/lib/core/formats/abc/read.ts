import type { TimeSignature, Score } from '../../score/model';
import { bpm, ticks } from '../../units';
import { assembleScore, PLAIN_EVENT, type MeasurePlan, type VoicePlan } from '../assemble';
import { warnUnevenMeasures } from '../measure-lengths';
import { atMost } from '../bounds';
import { reading } from '../reading';
import { Refusal, WarningList, type ReadResult } from '../result';
import {
  defaultUnitLength,
  readClef,
  readKeyField,
  readLengthField,
  readMetreField,
  readTempoField,
  type KeyField,
} from './fields';
import { readMusicLine } from './read-music';
import { looksLikeMusic, stripComment } from './lines';
import { arrangeStaves } from './staves';
import { alignLyrics, joinMeasure, VoiceReader } from './voice';

const C_MAJOR: KeyField = {
  key: { fifths: 0, mode: 'major' },
  signs: new Map(),
  clef: null,
  mode: null,
  typed: null,
};
/** Fields that say nothing about the music; they are passed over without a word. */
const SILENT_FIELDS = 'ABDFGHNOSZXrIimUusRE';

/**
 * Reads the common part of ABC 2.1: headers, keys and modes, lengths, broken rhythms, ties, slurs, tuplets, chords, chord
 * symbols, grace notes, repeats and endings, several voices, overlays and lyrics. The first tune of the text is taken.
 * What is skipped is reported with its line and column; only a text without any tune is refused. O(characters).
 */
export function readAbc(text: string, file: string): ReadResult<Score> {
  return reading(file, (warnings) => new TuneReader(text, file, warnings).read());
}

class TuneReader {
  #title = '';
  #composer = '';
  #time: TimeSignature = { beats: 4, beatType: 4 };
  #isFree = false;
  #unitLength: number | null = null;
  #tempo: string | null = null;
  #key: KeyField = C_MAJOR;
  #hasKey = false;
  #voices = new Map<string, VoiceReader>();
  #current: VoiceReader | null = null;
  #order: string | null = null;
  #isContinued = false;
  #verse = 0;

  constructor(
    private readonly text: string,
    private readonly file: string,
    private readonly warnings: WarningList,
  ) {}

  read(): Score {
    atMost('characters', this.text.length, { file: this.file });
    for (const [index, raw] of this.#tuneLines()) this.#line(raw, index);
    const voices = [...this.#voices.values()];
    for (const voice of voices) voice.bar(0);
    const sounding = voices.filter((voice) => voice.measures.length > 0);
    if (sounding.length === 0)
      this.#refuse(
        'not-a-score',
        'There are no notes in this text. A tune needs a K: line and notes after it.',
      );
    return this.#build(sounding);
  }

  #refuse(code: 'not-a-score', message: string): never {
    throw new Refusal({ code, message, place: { file: this.file } });
  }

  /** The lines of the first tune with their numbers from 1. */
  #tuneLines(): readonly (readonly [number, string])[] {
    const lines = this.text.split(/\r\n|\r|\n/).map((line, index) => [index + 1, line] as const);
    const starts = lines.filter(([, line]) => /^X:/.test(line)).map(([number]) => number);
    if (starts.length > 1)
      this.warnings.add(`The text holds ${starts.length} tunes; the first was taken.`, undefined, {
        line: starts[1]!,
        column: 1,
      });
    const [from = 1, to = Infinity] = starts;
    // What stands before the first X: applies to every tune, as a file header does.
    return lines.filter(([number, line]) => number < to && (number >= from || /^([LMCKI]:|%%)/.test(line)));
  }

  #line(raw: string, number: number): void {
    atMost('characters in one line', raw.length, { file: this.file, line: number });
    if (raw.startsWith('%%')) {
      this.#directive(raw.slice(2).trim(), number);
      return;
    }
    const line = stripComment(raw);
    if (line.trim() === '') return;
    const field = /^([A-Za-z+]):(.*)$/.exec(line);
    if (field && !/^[A-Za-z]:[|:]/.test(line)) {
      this.#field(field[1]!, field[2]!.trim(), number, 0);
      return;
    }
    if (!this.#hasKey) {
      if (!looksLikeMusic(line)) {
        this.warnings.add('Text before the tune was skipped.', undefined, { line: number, column: 1 });
        return;
      }
      this.warnings.add('There is no K: line before the notes; C major was taken.', undefined, {
        line: number,
        column: 1,
      });
      this.#hasKey = true;
    }
    const voice = this.#voiceNow();
    if (!this.#isContinued) voice.lineNotes = [];
    this.#verse = 0;
    this.#isContinued = /\\\s*$/.test(line);
    readMusicLine(line.replace(/\\\s*$/, ''), {
      voice: () => this.#voiceNow(),
      line: number,
      warnings: this.warnings,
      inlineField: (name, value, column) => this.#field(name, value, number, column),
    });
  }

  #directive(text: string, line: number): void {
    const order = /^(score|staves)\s+(.*)$/.exec(text);
    if (order) this.#order = order[2]!;
    else if (!/^(text|begintext|endtext|center|sep|page|scale|margin|\w*font|\w*space|titl|abc-)/i.test(text))
      this.warnings.add('Layout directives (%%) were skipped.', undefined, { line, column: 1 });
  }

  #field(name: string, value: string, line: number, column: number): void {
    const spot = { line, column: column + 1 };
    switch (name) {
      case 'T':
        this.#title ||= value;
        return;
      case 'C':
        this.#composer ||= value;
        return;
      case 'L': {
        const length = readLengthField(value);
        if (length === null)
          this.warnings.add(`“L:${value}” is no note length; it was skipped.`, undefined, spot);
        else if (this.#current) this.#current.unitLength = length;
        else this.#unitLength = length;
        return;
      }
      case 'M':
        this.#metre(value, spot);
        return;
      case 'Q':
        this.#tempoField(value, spot);
        return;
      case 'K':
        this.#keyField(value, spot);
        return;
      case 'V':
        this.#voiceField(value);
        return;
      case 'P':
        // In the head it tells the order of the parts, which is not played out.
        if (this.#hasKey) this.#voiceNow().open.rehearsal = value.slice(0, 40);
        return;
      case 'w': {
        const voice = this.#current;
        if (!voice) return;
        this.#verse += 1;
        const lost = alignLyrics(voice, value, this.#verse);
        if (lost > 0)
          this.warnings.add('A line of words has more syllables than its music has notes.', undefined, spot);
        return;
      }
      case 'W':
        this.warnings.add('Words after the tune (W:) were skipped.', undefined, spot);
        return;
      default:
        if (!SILENT_FIELDS.includes(name))
          this.warnings.add(`The field “${name}:” was skipped.`, undefined, spot);
    }
  }

  #metre(value: string, spot: { line: number; column: number }): void {
    const time = readMetreField(value);
    if (time === null) {
      this.warnings.add(`“M:${value}” is no metre that can be used; it was skipped.`, undefined, spot);
      return;
    }
    if (this.#current && this.#hasKey) {
      for (const voice of this.#affected()) if (time !== 'free') voice.setTime(time);
    } else if (time === 'free') this.#isFree = true;
    else {
      this.#time = time;
      this.#isFree = false;
    }
  }

  /** A key or metre in the middle of one voice is meant for it alone; the others say so themselves. */
  #affected(): readonly VoiceReader[] {
    return this.#current ? [this.#current] : [];
  }

  #tempoField(value: string, spot: { line: number; column: number }): void {
    const voice = this.#current;
    if (!voice || !this.#hasKey) {
      this.#tempo = value;
      return;
    }
    const tempo = readTempoField(value, voice.unitLength);
    if (!tempo) this.warnings.add(`“Q:${value}” is no tempo; it was skipped.`, undefined, spot);
    else
      voice.marks.push({
        kind: 'tempo',
        bpm: bpm(tempo.bpm),
        beatUnit: ticks(tempo.beatUnit),
        part: 0,
        staff: 0,
        measure: voice.measureIndex,
        at: ticks(Math.round(voice.at)),
      });
  }

  #keyField(value: string, spot: { line: number; column: number }): void {
    const field = readKeyField(value);
    if (!field) {
      this.warnings.add(`“K:${value}” is no key with up to seven signs; it was skipped.`, undefined, spot);
      this.#hasKey = true;
      return;
    }
    if (field.mode && field.mode !== 'same')
      this.warnings.add(
        `The mode “${field.mode}” is kept by its signature; Key Path names the key as major or minor.`,
        undefined,
        spot,
      );
    if (this.#hasKey && this.#current) {
      const isClefOnly = field.mode === 'same';
      for (const voice of this.#affected()) {
        if (!isClefOnly) voice.setKey(field);
        if (field.clef) voice.clef ??= field.clef;
      }
    } else {
      this.#key = field;
      for (const voice of this.#voices.values()) voice.setKey(field);
    }
    this.#hasKey = true;
  }

  #voiceField(value: string): void {
    const id = /^\S+/.exec(value)?.[0] ?? '1';
    const existing = this.#voices.get(id);
    const name = /\b(?:name|nm)="([^"]*)"/.exec(value)?.[1] ?? '';
    const voice = existing ?? this.#newVoice(id, name);
    const clef = readClef(value.slice(id.length));
    if (clef) voice.clef = clef;
    if (this.#hasKey) {
      if (this.#current !== voice) voice.lineNotes = [];
      this.#current = voice;
    }
  }

  #newVoice(id: string, name: string): VoiceReader {
    atMost('voices', this.#voices.size + 1, { file: this.file });
    const voice = new VoiceReader(id, name, {
      file: this.file,
      unitLength: this.#unitLength ?? defaultUnitLength(this.#isFree ? null : this.#time),
      time: this.#time,
      isFree: this.#isFree,
      key: this.#key,
    });
    this.#voices.set(id, voice);
    return voice;
  }

  #voiceNow(): VoiceReader {
    this.#current ??= [...this.#voices.values()][0] ?? this.#newVoice('1', '');
    return this.#current;
  }

  #build(voices: readonly VoiceReader[]): Score {
    const { parts, placeOf } = arrangeStaves(voices, this.#order);
    const count = Math.max(...voices.map((voice) => voice.measures.length));
    const lengths = Array.from({ length: count }, (_, index) =>
      Math.max(...voices.map((voice) => voice.measures[index]?.length ?? 0)),
    );
    const lead = voices.reduce((a, b) => (b.measures.length > a.measures.length ? b : a));
    for (const voice of voices)
      for (const [index, measure] of voice.measures.entries())
        if (measure.length !== lengths[index])
          this.warnings.add(
            'The voices do not fill this measure alike; the shorter one was left open.',
            String(index + 1),
            {
              line: measure.line,
              column: 1,
            },
          );
    if (voices.some((voice) => voice.measures.length !== count))
      this.warnings.add(
        'The voices do not have the same number of measures; the shorter ones rest at the end.',
      );
    const measures = lead.measures.map((draft, index): MeasurePlan =>
      joinMeasure(draft, voices, index, lengths[index]!),
    );
    const plans = voices.flatMap((voice): VoicePlan[] => {
      const place = placeOf(voice.id);
      const layers = Math.max(...voice.measures.map((measure) => measure.layers.length));
      return Array.from({ length: layers }, (_, layer) => ({
        ...place,
        voice: `${voice.id}${layer === 0 ? '' : `o${layer}`}`,
        measures: Array.from({ length: count }, (_, index) => {
          const events = voice.measures[index]?.layers[layer] ?? [];
          const isSilent = layer === 0 && events.length === 0 && !voice.measures[index];
          return isSilent ? [{ ...PLAIN_EVENT, at: 0, duration: lengths[index]!, pitches: [] }] : events;
        }),
      }));
    });
    const score = assembleScore({
      title: this.#title || this.file.replace(/^.*[\\/]/, '').replace(/\.[^.]+$/, ''),
      composer: this.#composer,
      parts,
      measures,
      typedKey: this.#key.typed,
      voices: plans,
      chords: voices.flatMap((voice) => voice.chords.filter((symbol) => symbol.measure < count)),
      marks: [
        ...this.#openingTempo(lead),
        ...voices.flatMap((voice) =>
          voice.marks
            .filter((mark) => mark.measure < count)
            .map((mark) => ({ ...mark, part: placeOf(voice.id).part, staff: placeOf(voice.id).staff })),
        ),
      ],
      clefs: voices
        .flatMap((voice) => {
          const { part, staff } = placeOf(voice.id);
          return voice.clef ? [{ ...voice.clef, part, staff, measure: 0, at: ticks(0) }] : [];
        })
        .filter(
          (clef, index, all) =>
            all.findIndex((c) => c.part === clef.part && c.staff === clef.staff) === index,
        ),
    });
    const lines = lead.measures.map((measure) => measure.line);
    warnUnevenMeasures(score.measures, this.#uneven(lines, score), () => this.#isFree);
    return score;
  }

  #openingTempo(lead: VoiceReader): Score['marks'] {
    const tempo = this.#tempo === null ? null : readTempoField(this.#tempo, lead.unitLength);
    if (this.#tempo !== null && !tempo && !/^"[^"]*"$/.test(this.#tempo))
      this.warnings.add(`“Q:${this.#tempo}” is no tempo; it was skipped.`);
    if (!tempo) return [];
    const { bpm: value, beatUnit } = tempo;
    return [
      {
        kind: 'tempo',
        bpm: bpm(value),
        beatUnit: ticks(beatUnit),
        part: 0,
        staff: 0,
        measure: 0,
        at: ticks(0),
      },
    ];
  }

  /** Uneven measures are reported with the line they stand on, too. */
  #uneven(lines: readonly number[], score: Score): WarningList {
    const { warnings } = this;
    const list = new WarningList();
    list.add = (message, measure) => {
      const index = score.measures.findIndex((each) => each.number === measure);
      const line = lines[index];
      warnings.add(message, measure, line ? { line, column: 1 } : undefined);
    };
    return list;
  }
}
