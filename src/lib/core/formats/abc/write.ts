import { grouped } from '../../score/grouped';
import { chordName } from '../../pitch/chord';
import { signatureAlter, tonicOf, type Key } from '../../pitch/key';
import { spellingName, type Pitch } from '../../pitch/pitch';
import type { Measure, Note, Rest, Score, TimeSignature } from '../../score/model';
import { printable } from '../../text/printable';
import { comparePlaces } from '../../score/order';
import { TICKS_PER_WHOLE, type NoteId } from '../../units';
import { DECORATIONS } from './fields';
import { fraction, lengthText, pitchText } from './notation';

const UNIT = TICKS_PER_WHOLE / 8;
const MEASURES_PER_LINE = 4;

/** Decoration names by articulation, the longest name that the standard gives. */
const DECORATION_NAMES = new Map(
  Object.entries(DECORATIONS)
    .filter(([name]) => name.length > 1)
    .map(([name, articulation]) => [articulation as string, name]),
);

interface VoiceLine {
  readonly id: string;
  readonly part: number;
  readonly staff: number;
  readonly voice: string;
}

/**
 * Writes a score as ABC 2.1: notes with fingers and articulations, ties, slurs, tuplets, grace notes, chord symbols,
 * repeats and endings, key and metre changes, lyrics, and dynamics of the first voice. Pedal, hairpins and clef changes
 * have no place in it. O(events).
 */
export function writeAbc(score: Score): string {
  const voices = voiceLines(score);
  const first = score.measures[0];
  const time = first?.time ?? { beats: 4, beatType: 4 };
  const key = first?.key ?? { fifths: 0, mode: 'major' as const };
  const tempo = score.marks.find((mark) => mark.kind === 'tempo' && mark.at === 0);
  const header = [
    'X:1',
    fieldLine('T', score.title),
    ...(score.composer ? [fieldLine('C', score.composer)] : []),
    `M:${timeText(time)}`,
    'L:1/8',
    ...(tempo?.kind === 'tempo' ? [`Q:${beatText(tempo.beatUnit)}=${tempo.bpm}`] : []),
    ...(voices.length > 1 ? [`%%score ${scoreOrder(score, voices)}`] : []),
    ...(voices.length > 1 ? voices.map((line) => `V:${line.id}${clefText(score, line)}`) : []),
    `K:${keyText(key)}${voices.length === 1 && voices[0] ? clefText(score, voices[0]) : ''}`,
  ];
  const body = voices.flatMap((line, index) => [
    ...(voices.length > 1 ? [`V:${line.id}`] : []),
    ...new VoiceWriter(score, line, index === 0).lines(),
  ]);
  return [...header, ...body, ''].join('\n');
}

function voiceLines(score: Score): readonly VoiceLine[] {
  const seen = new Map<string, Omit<VoiceLine, 'id'>>();
  for (const event of [...score.notes, ...score.rests].sort(
    (a, b) => a.part - b.part || a.staff - b.staff || comparePlaces(a, b),
  ))
    seen.set(`${event.part}/${event.staff}/${event.voice}`, {
      part: event.part,
      staff: event.staff,
      voice: event.voice,
    });
  const lines = [...seen.values()];
  if (lines.length === 0) lines.push({ part: 0, staff: 0, voice: '1' });
  return lines.map((line, index) => ({ ...line, id: String(index + 1) }));
}

/** `{ (1 2) 3 }`: braces round a part of several staves, brackets round the voices of one staff. */
function scoreOrder(score: Score, voices: readonly VoiceLine[]): string {
  return score.parts
    .map((part, index) => {
      const staves = Array.from({ length: part.staves }, (_, staff) =>
        voices.filter((line) => line.part === index && line.staff === staff).map((line) => line.id),
      )
        .filter((ids) => ids.length > 0)
        .map((ids) => (ids.length > 1 ? `(${ids.join(' ')})` : ids[0]!));
      return part.staves > 1 ? `{ ${staves.join(' ')} }` : staves.join(' ');
    })
    .join(' ');
}

function clefText(score: Score, line: VoiceLine): string {
  const clef = score.clefs.find((each) => each.part === line.part && each.staff === line.staff);
  if (!clef || (clef.sign === 'G' && clef.octave === 0)) return '';
  const name =
    clef.sign === 'F' ? 'bass' : clef.sign === 'C' ? (clef.line === 4 ? 'tenor' : 'alto') : 'treble';
  return ` clef=${name}${clef.octave > 0 ? '+8' : clef.octave < 0 ? '-8' : ''}`;
}

export function keyText(key: Key): string {
  return spellingName(tonicOf(key)) + (key.mode === 'minor' ? 'm' : '');
}

export function timeText(time: TimeSignature): string {
  if (time.symbol === 'common') return 'C';
  if (time.symbol === 'cut') return 'C|';
  return `${time.groups ? time.groups.join('+') : time.beats}/${time.beatType}`;
}

function beatText(ticks: number): string {
  const { over, under } = fraction(ticks, TICKS_PER_WHOLE);
  return `${over}/${under}`;
}

function plainLine(text: string): string {
  return printable(text).replace(/\s+/g, ' ').replaceAll('%', '\\%').trim();
}

/** A barline after the colon would make music of the line: a space keeps it a field. */
function fieldLine(name: string, text: string): string {
  const line = plainLine(text);
  return `${name}:${/^[|:]/.test(line) ? ' ' : ''}${line}`;
}

interface Group {
  readonly at: number;
  readonly duration: number;
  readonly notes: readonly Note[];
  readonly rest: Rest | null;
}

class VoiceWriter {
  /** Of this line: notes and rests by measure, grace notes by the onset that they lean on. */
  readonly #notes: ReadonlyMap<number, readonly Note[]>;
  readonly #graces: ReadonlyMap<number, readonly Note[]>;
  readonly #rests: ReadonlyMap<number, readonly Rest[]>;
  readonly #slurStarts = new Map<NoteId, number>();
  readonly #slurStops = new Map<NoteId, number>();
  /** Letters that carry a sign of their own in this measure. */
  #signed = new Set<string>();
  #key: Key = { fifths: 0, mode: 'major' };
  #tuplet: string | null = null;
  #lyrics: { readonly note: Note }[] = [];

  constructor(
    private readonly score: Score,
    private readonly line: VoiceLine,
    private readonly isLead: boolean,
  ) {
    for (const { from, to } of score.slurs) {
      this.#slurStarts.set(from, (this.#slurStarts.get(from) ?? 0) + 1);
      this.#slurStops.set(to, (this.#slurStops.get(to) ?? 0) + 1);
    }
    const isHere = (event: Note | Rest) =>
      event.part === line.part && event.staff === line.staff && event.voice === line.voice;
    const notes = score.notes.filter(isHere);
    this.#notes = grouped(
      notes.filter(({ grace }) => !grace),
      ({ measure }) => measure,
    );
    this.#graces = grouped(
      notes.filter(({ grace }) => grace),
      ({ at }) => at,
    );
    this.#rests = grouped(score.rests.filter(isHere), ({ measure }) => measure);
  }

  lines(): readonly string[] {
    const { measures } = this.score;
    const lines: string[] = [];
    for (let from = 0; from < measures.length; from += MEASURES_PER_LINE) {
      this.#lyrics = [];
      const row = measures.slice(from, from + MEASURES_PER_LINE);
      lines.push(row.map((measure) => this.#measure(measure)).join(' '));
      lines.push(...this.#words());
    }
    return lines;
  }

  #measure(measure: Measure): string {
    const { score } = this;
    const before = score.measures[measure.index - 1];
    this.#signed = new Set();
    this.#key = measure.key;
    this.#tuplet = null;
    const parts: string[] = [];
    if (measure.startsRepeat) parts.push('|:');
    const opensEnding =
      measure.endings.length > 0 && measure.endings.join() !== (before?.endings ?? []).join();
    if (opensEnding) parts.push(`[${measure.endings.join(',')}`);
    if (measure.rehearsal !== null && this.isLead)
      parts.push(`[P:${plainLine(measure.rehearsal).replaceAll(']', ')')}]`);
    if (before && timeText(before.time) !== timeText(measure.time))
      parts.push(`[M:${timeText(measure.time)}]`);
    if (before && keyText(before.key) !== keyText(measure.key)) parts.push(`[K:${keyText(measure.key)}]`);
    const groups = this.#groups(measure);
    const onsets = new Set(groups.map((group) => group.at));
    const symbols = this.isLead ? score.chords.filter((symbol) => symbol.measure === measure.index) : [];
    const areInline = symbols.every((symbol) => onsets.has(symbol.at));
    const marks = score.marks.filter(
      (mark) =>
        mark.measure === measure.index && mark.part === this.line.part && mark.staff === this.line.staff,
    );
    let at: number = measure.start;
    for (const group of groups) {
      if (group.at > at) parts.push(`x${lengthText(group.at - at, UNIT)}`);
      const symbol = areInline ? symbols.find((each) => each.at === group.at) : undefined;
      const prefix =
        (symbol ? `"${chordName(symbol.chord)}"` : '') +
        marks
          .filter((mark) => mark.at === group.at)
          .map((mark) =>
            mark.kind === 'dynamic'
              ? `!${mark.text}!`
              : mark.kind === 'words'
                ? `"${mark.placement === 'below' ? '_' : '^'}${plainLine(mark.text).replaceAll('"', "'")}"`
                : mark.kind === 'tempo' && mark.at > 0
                  ? `[Q:${beatText(mark.beatUnit)}=${mark.bpm}]`
                  : '',
          )
          .join('');
      parts.push(prefix + this.#event(group));
      at = group.at + group.duration;
    }
    const end = measure.start + measure.length;
    if (at < end) parts.push(`x${lengthText(end - at, UNIT)}`);
    if (!areInline) {
      parts.push('&');
      let place: number = measure.start;
      for (const symbol of symbols) {
        if (symbol.at > place) parts.push(`x${lengthText(symbol.at - place, UNIT)}`);
        parts.push(`"${chordName(symbol.chord)}"`);
        place = symbol.at;
      }
      if (place < end) parts.push(`x${lengthText(end - place, UNIT)}`);
    }
    return `${parts.join(' ')} ${this.#bar(measure)}`;
  }

  #bar(measure: Measure): string {
    if (measure.endsRepeat !== null) return `${':'.repeat(Math.max(1, measure.endsRepeat - 1))}|`;
    const bar = { single: '|', double: '||', final: '|]', dashed: '|', none: '|' }[measure.barline];
    const next = this.score.measures[measure.index + 1];
    const closesEnding = measure.endings.length > 0 && next !== undefined && next.endings.length === 0;
    return closesEnding && bar === '|' ? '||' : bar;
  }

  #groups(measure: Measure): readonly Group[] {
    const groups = new Map<number, Group>();
    for (const note of this.#notes.get(measure.index) ?? []) {
      const group = groups.get(note.at);
      groups.set(note.at, {
        at: note.at,
        duration: Math.max(note.duration, group?.duration ?? 0),
        notes: [...(group?.notes ?? []), note],
        rest: null,
      });
    }
    for (const rest of this.#rests.get(measure.index) ?? [])
      if (!groups.has(rest.at))
        groups.set(rest.at, { at: rest.at, duration: rest.duration, notes: [], rest });
    return [...groups.values()].sort((a, b) => a.at - b.at);
  }

  #event(group: Group): string {
    const lead = group.notes[0];
    const tuplet = (lead ?? group.rest)?.tuplet ?? null;
    let text = '';
    if (tuplet && tuplet.id !== this.#tuplet) text += this.#tupletSign(tuplet.id, group.at, tuplet);
    this.#tuplet = tuplet?.id ?? null;
    const written = tuplet ? Math.round((group.duration * tuplet.actual) / tuplet.normal) : group.duration;
    if (!lead) return `${text}z${lengthText(written, UNIT)}`;
    text += this.#graceText(group);
    text += '('.repeat(this.#countSlurs(this.#slurStarts, group));
    text += lead.articulations.map((each) => `!${DECORATION_NAMES.get(each) ?? each}!`).join('');
    if (lead.finger !== null) text += `!${lead.finger}!`;
    const sortedNotes = [...group.notes];
    const pitches = sortedNotes.map(
      (note) => this.#pitch(note.pitch) + (sortedNotes.length > 1 && note.tieTo ? '-' : ''),
    );
    text += pitches.length > 1 ? `[${pitches.join('')}]` : pitches[0];
    text += lengthText(written, UNIT);
    if (pitches.length === 1 && lead.tieTo !== null) text += '-';
    text += ')'.repeat(this.#countSlurs(this.#slurStops, group));
    this.#lyrics.push({ note: group.notes.find((note) => note.lyrics.length > 0) ?? lead });
    return text;
  }

  #countSlurs(slurs: ReadonlyMap<NoteId, number>, group: Group): number {
    return group.notes.reduce((sum, note) => sum + (slurs.get(note.id) ?? 0), 0);
  }

  #tupletSign(id: string, at: number, { actual, normal }: { actual: number; normal: number }): string {
    const onsets = new Set(
      [...this.score.notes, ...this.score.rests]
        .filter((event) => event.tuplet?.id === id && event.at >= at && !('grace' in event && event.grace))
        .map((event) => event.at),
    );
    return `(${actual}:${normal}:${onsets.size}`;
  }

  #graceText(group: Group): string {
    const graces = this.#graces.get(group.at);
    if (!graces) return '';
    const slash = graces[0]!.grace!.hasSlash ? '/' : '';
    return `{${slash}${graces.map((note) => this.#pitch(note.pitch) + lengthText(note.grace!.written, UNIT)).join('')}}`;
  }

  /** A sign is written wherever a reader could otherwise take another: after any sign on that letter, in any octave. */
  #pitch(pitch: Pitch): string {
    const expected = signatureAlter(this.#key, pitch.step);
    const isSigned = this.#signed.has(pitch.step);
    const needsSign = isSigned || pitch.alter !== expected;
    if (needsSign) this.#signed.add(pitch.step);
    return pitchText(pitch, needsSign);
  }

  #words(): readonly string[] {
    const verses = [
      ...new Set(this.#lyrics.flatMap(({ note }) => note.lyrics.map((lyric) => lyric.verse))),
    ].sort();
    return verses.map((verse) => {
      const tokens = this.#lyrics.map(({ note }) => {
        const lyric = note.lyrics.find((each) => each.verse === verse);
        if (!lyric) return '*';
        const text =
          plainLine(lyric.text).replaceAll('-', '\\-').replaceAll(' ', '~').replace(/[*_|]/g, '') || '*';
        return lyric.syllabic === 'begin' || lyric.syllabic === 'middle' ? `${text}-` : text;
      });
      return `w: ${tokens.join(' ')}`;
    });
  }
}
