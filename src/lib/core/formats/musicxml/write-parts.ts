import {
  ORNAMENTS,
  type Articulation,
  type ClefChange,
  type Lyric,
  type Mark,
  type Measure,
  type Note,
  type Rest,
  type Score,
  type TimeSignature,
} from '../../score/model';
import { writtenValue } from '../../score/duration';
import type { Ticks } from '../../units';
import { escapeXml } from '../xml';
import type { BeamSign } from './beams';

const TYPE_NAMES: Readonly<Record<number, string>> = {
  0.5: 'breve',
  1: 'whole',
  2: 'half',
  4: 'quarter',
  8: 'eighth',
  16: '16th',
  32: '32nd',
  64: '64th',
  128: '128th',
};

const BARE_NOTATIONS: readonly Articulation[] = ['fermata', 'arpeggiate'];

export interface WrittenNote {
  readonly event: Note | Rest;
  readonly isChord: boolean;
  readonly unit: number;
  readonly staves: number;
  readonly isTieTarget: boolean;
  readonly slurs: { readonly starts: readonly number[]; readonly stops: readonly number[] };
  readonly startsTuplet: boolean;
  readonly stopsTuplet: boolean;
  readonly beams: readonly BeamSign[];
}

/** One `<note>` in the order of elements that MusicXML demands. */
export function noteXml(written: WrittenNote): string {
  const { event, isChord, unit, staves } = written;
  const isNote = 'pitch' in event;
  const grace = isNote ? event.grace : null;
  const value = writtenValue(grace ? grace.written : event.duration, event.tuplet);
  const ties = isNote
    ? [written.isTieTarget ? 'stop' : '', event.tieTo === null ? '' : 'start'].filter(Boolean)
    : [];
  return [
    '<note>',
    grace ? `<grace${grace.hasSlash ? ' slash="yes"' : ''}/>` : '',
    isChord ? '<chord/>' : '',
    isNote ? pitchXml(event) : `<rest${event.isWholeMeasure ? ' measure="yes"' : ''}/>`,
    grace ? '' : `<duration>${event.duration / unit}</duration>`,
    ...ties.map((type) => `<tie type="${type}"/>`),
    `<voice>${event.voice}</voice>`,
    value ? `<type>${TYPE_NAMES[value.divisor]!}</type>${'<dot/>'.repeat(value.dots)}` : '',
    event.tuplet
      ? `<time-modification><actual-notes>${event.tuplet.actual}</actual-notes><normal-notes>${event.tuplet.normal}</normal-notes></time-modification>`
      : '',
    staves > 1 ? `<staff>${event.staff + 1}</staff>` : '',
    ...written.beams.map(({ number, value: sign }) => `<beam number="${number}">${sign}</beam>`),
    notationsXml(written, ties),
    ...(isNote ? event.lyrics.map(lyricXml) : []),
    '</note>',
  ].join('');
}

function pitchXml({ pitch }: Note): string {
  const alter = pitch.alter === 0 ? '' : `<alter>${pitch.alter}</alter>`;
  return `<pitch><step>${pitch.step}</step>${alter}<octave>${pitch.octave}</octave></pitch>`;
}

function notationsXml(
  { event, slurs, startsTuplet, stopsTuplet }: WrittenNote,
  ties: readonly string[],
): string {
  const isNote = 'pitch' in event;
  const has = isNote ? event.articulations : [];
  const named = (names: readonly Articulation[]) => names.map((name) => `<${name}/>`).join('');
  const ornaments = has.filter((name) => ORNAMENTS.includes(name));
  const bare = has.filter((name) => BARE_NOTATIONS.includes(name));
  const plain = has.filter((name) => !ornaments.includes(name) && !bare.includes(name));
  const inner = [
    ...ties.map((type) => `<tied type="${type}"/>`),
    ...slurs.stops.map((number) => `<slur type="stop" number="${number}"/>`),
    ...slurs.starts.map((number) => `<slur type="start" number="${number}"/>`),
    startsTuplet ? '<tuplet type="start"/>' : '',
    stopsTuplet ? '<tuplet type="stop"/>' : '',
    ornaments.length > 0 ? `<ornaments>${named(ornaments)}</ornaments>` : '',
    isNote && event.finger !== null
      ? `<technical><fingering>${event.finger}</fingering>${event.fingerThen === undefined ? '' : `<fingering substitution="yes">${event.fingerThen}</fingering>`}</technical>`
      : '',
    plain.length > 0 ? `<articulations>${named(plain)}</articulations>` : '',
    named(bare),
  ].join('');
  return inner ? `<notations>${inner}</notations>` : '';
}

function lyricXml(lyric: Lyric): string {
  return `<lyric number="${lyric.verse}"><syllabic>${lyric.syllabic}</syllabic><text>${escapeXml(lyric.text)}</text>${lyric.isExtended ? '<extend/>' : ''}</lyric>`;
}

export function clefXml(clef: ClefChange): string {
  const octave = clef.octave === 0 ? '' : `<clef-octave-change>${clef.octave}</clef-octave-change>`;
  return `<clef number="${clef.staff + 1}"><sign>${clef.sign}</sign><line>${clef.line}</line>${octave}</clef>`;
}

export function timeXml(time: TimeSignature): string {
  const symbol = time.symbol ? ` symbol="${time.symbol}"` : '';
  const beats = time.groups ? time.groups.join('+') : String(time.beats);
  return `<time${symbol}><beats>${beats}</beats><beat-type>${time.beatType}</beat-type></time>`;
}

export function barlineXml(score: Score, measure: Measure, location: 'left' | 'right'): string {
  const neighbour = score.measures[measure.index + (location === 'left' ? -1 : 1)];
  const isSameEnding = neighbour !== undefined && neighbour.endings.join() === measure.endings.join();
  const isEndingEdge = measure.endings.length > 0 && !isSameEnding;
  const ending = isEndingEdge
    ? `<ending number="${measure.endings.join(', ')}" type="${location === 'left' ? 'start' : 'stop'}"/>`
    : '';
  const styles = {
    single: '',
    double: 'light-light',
    final: 'light-heavy',
    dashed: 'dashed',
    none: 'none',
  } as const;
  const style = location === 'right' ? styles[measure.barline] : '';
  const repeat =
    location === 'left'
      ? measure.startsRepeat
        ? '<repeat direction="forward"/>'
        : ''
      : measure.endsRepeat !== null
        ? `<repeat direction="backward" times="${measure.endsRepeat}"/>`
        : '';
  const styleXml = style ? `<bar-style>${style}</bar-style>` : '';
  return ending || styleXml || repeat
    ? `<barline location="${location}">${styleXml}${ending}${repeat}</barline>`
    : '';
}

/** A direction; hairpins are written twice, at their start and at their end. */
export function markXml(mark: Mark, side: 'start' | 'end'): string {
  const staff = `<staff>${mark.staff + 1}</staff>`;
  switch (mark.kind) {
    case 'dynamic':
      return direction('below', `<dynamics>${dynamicXml(mark.text)}</dynamics>`, staff);
    case 'words':
      return direction(mark.placement, `<words>${escapeXml(mark.text)}</words>`, staff);
    case 'tempo':
      return direction('above', metronomeXml(mark.beatUnit, mark.bpm), staff);
    case 'hairpin':
      return direction('below', `<wedge type="${side === 'start' ? mark.direction : 'stop'}"/>`, staff);
    case 'pedal': {
      const type = { down: 'start', up: 'stop', change: 'change' }[mark.action];
      return direction('below', `<pedal type="${type}"/>`, staff);
    }
  }
}

function direction(placement: string, inner: string, staff: string): string {
  return `<direction placement="${placement}"><direction-type>${inner}</direction-type>${staff}</direction>`;
}

function dynamicXml(text: string): string {
  const known = /^(p{1,6}|f{1,6}|mp|mf|sf|sfp|sfpp|fp|rf|rfz|sfz|sffz|fz|n|pf|sfzp)$/.test(text);
  return known ? `<${text}/>` : `<other-dynamics>${escapeXml(text)}</other-dynamics>`;
}

function metronomeXml(beatUnit: Ticks, perMinute: number): string {
  const value = writtenValue(beatUnit) ?? { divisor: 4, dots: 0 };
  return `<metronome><beat-unit>${TYPE_NAMES[value.divisor] ?? 'quarter'}</beat-unit>${'<beat-unit-dot/>'.repeat(value.dots)}<per-minute>${perMinute}</per-minute></metronome>`;
}
