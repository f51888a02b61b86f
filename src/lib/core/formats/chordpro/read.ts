import { findKey } from '../../analyse/find-key';
import { readKey } from '../../pitch/key';
import { isValidTime } from '../../score/time';
import type { Mark, Score, TimeSignature } from '../../score/model';
import { bpm, ticks } from '../../units';
import { assembleScore, PLAIN_EVENT } from '../assemble';
import { atMost } from '../bounds';
import { reading } from '../reading';
import { Refusal, type ReadResult, type WarningList } from '../result';
import { readMetreField } from '../abc/fields';
import { ChartMeasures, type ChartMeasure, type ChartTiming } from './chart-measures';
import { mergeByColumn, readChordLine, readLyricLine, type ChartToken } from './tokens';

/** One line of a chart once it is known what it is. */
type ChartLine =
  | { readonly kind: 'section'; readonly name: string }
  | { readonly kind: 'note'; readonly text: string }
  | { readonly kind: 'again'; readonly name: string }
  | { readonly kind: 'time'; readonly time: TimeSignature }
  | { readonly kind: 'music'; readonly tokens: readonly ChartToken[]; readonly line: number };

interface Header {
  title: string;
  composer: string;
  lyricist: string;
  rights: string;
  key: string | null;
  tempoBpm: number | null;
}

/**
 * Reads a chord chart: ChordPro, or typed text with `|` for measures and `/` for beats, chords over or between words.
 * Without bars every slash and chord is a beat; without either, every chord is given a measure, and that is said.
 * An unclosed bracket or a directive that is not known is reported with its line, and loses nothing else. O(characters).
 */
export function readChart(text: string, file: string): ReadResult<Score> {
  return reading(file, (warnings) => readSong(text, file, warnings));
}

function readSong(text: string, file: string, warnings: WarningList): Score {
  atMost('characters', text.length, { file });
  const header: Header = { title: '', composer: '', lyricist: '', rights: '', key: null, tempoBpm: null };
  const lines = readLines(text, header, file, warnings);
  const tokens = lines.flatMap((line) => (line.kind === 'music' ? line.tokens : []));
  if (!tokens.some((token) => token.kind === 'chord'))
    throw new Refusal({
      code: 'not-a-score',
      message:
        'There are no chords in this text. Write chord names in [brackets], or a line such as | C / / / |.',
      place: { file },
    });
  const timing: ChartTiming = tokens.some((token) => token.kind === 'bar')
    ? 'bars'
    : tokens.some((token) => token.kind === 'beat')
      ? 'beats'
      : 'order';
  if (timing === 'order')
    warnings.add('The chart has neither bars nor slashes, so every chord was given a whole measure.');
  const measures = gather(lines, timing, file, warnings);
  const draft = buildScore(header, measures, file, header.key);
  if (header.key !== null && readKey(header.key)) return draft;
  if (header.key !== null) warnings.add(`“${header.key}” is no key; it was found from the chords.`);
  const { key } = findKey(draft);
  return { ...draft, measures: draft.measures.map((measure) => ({ ...measure, key })) };
}

function gather(
  lines: readonly ChartLine[],
  timing: ChartTiming,
  file: string,
  warnings: WarningList,
): readonly ChartMeasure[] {
  const hasSlashes = lines.some(
    (line) => line.kind === 'music' && line.tokens.some((token) => token.kind === 'beat'),
  );
  const chart = new ChartMeasures(timing, hasSlashes, file, warnings);
  const sections = new Map<string, ChartLine[]>();
  let open: ChartLine[] = [];
  const play = (line: ChartLine) => {
    switch (line.kind) {
      case 'section':
        chart.startSection(line.name);
        return;
      case 'note':
        chart.addNote(line.text);
        return;
      case 'time':
        chart.setTime(line.time);
        return;
      case 'music':
        chart.addLine(line.tokens, line.line);
        chart.endLine();
        return;
      case 'again': {
        const passage = [...sections.entries()].findLast(([name]) =>
          name.toLowerCase().startsWith(line.name),
        )?.[1];
        if (!passage) warnings.add('A chorus is called for before any chorus was written; it was skipped.');
        else for (const each of passage) play(each);
      }
    }
  };
  for (const line of lines) {
    if (line.kind === 'section') {
      open = [line];
      if (!sections.has(line.name)) sections.set(line.name, open);
    } else if (line.kind !== 'again') open.push(line);
    play(line);
  }
  return chart.finish();
}

function readLines(text: string, header: Header, file: string, warnings: WarningList): readonly ChartLine[] {
  const raw = text.split(/\r\n|\r|\n/);
  const lines: ChartLine[] = [];
  let isTab = false;
  let isOver = false;
  for (let index = 0; index < raw.length && !isOver; index += 1) {
    const content = raw[index]!.trimEnd();
    const spot = { line: index + 1, column: 1 };
    atMost('characters in one line', content.length, { file, line: spot.line });
    const trimmed = content.trim();
    if (trimmed === '' || trimmed.startsWith('#')) continue;
    if (trimmed.startsWith('{')) {
      const end = trimmed.lastIndexOf('}');
      if (end < 0)
        warnings.add(
          'A directive is not closed with }; it was read to the end of its line.',
          undefined,
          spot,
        );
      const inside = trimmed.slice(1, end < 0 ? undefined : end);
      const [, name = '', value = ''] = /^\s*([A-Za-z_][\w-]*)\s*:?\s*(.*)$/.exec(inside) ?? [];
      const key = name.toLowerCase();
      if (/^(start_of_tab|sot)$/.test(key)) isTab = true;
      else if (/^(end_of_tab|eot)$/.test(key)) isTab = false;
      else if (/^(new_song|ns)$/.test(key)) {
        warnings.add('The text holds several songs; the first was taken.', undefined, spot);
        isOver = true;
      } else lines.push(...readDirective(key, value.trim(), header, warnings, spot));
      continue;
    }
    if (isTab) {
      warnings.add('Tablature was skipped.', undefined, spot);
      continue;
    }
    const heading = sectionHeading(trimmed);
    if (heading !== null) {
      lines.push({ kind: 'section', name: heading });
      continue;
    }
    const chords = readChordLine(content);
    if (chords) {
      const below = raw[index + 1] ?? '';
      const isWords =
        below.trim() !== '' &&
        !/^\s*[{#[]/.test(below) &&
        !readChordLine(below) &&
        !below.includes('[') &&
        sectionHeading(below.trim()) === null;
      if (isWords) index += 1;
      for (const fault of chords.faults)
        warnings.add(fault.message, undefined, { ...spot, column: fault.column + 1 });
      const { tokens } = chords;
      lines.push({ kind: 'music', tokens: isWords ? mergeByColumn(tokens, below) : tokens, line: spot.line });
      continue;
    }
    const { tokens, faults } = readLyricLine(content);
    for (const fault of faults) warnings.add(fault.message, undefined, { ...spot, column: fault.column + 1 });
    if (tokens.some((token) => token.kind !== 'words') || lines.length > 0)
      lines.push({ kind: 'music', tokens, line: spot.line });
    else if (header.title === '') header.title = trimmed;
    else warnings.add('Words before the first chord were skipped.', undefined, spot);
  }
  return lines;
}

/** How sections are called; in brackets or a comment such a name begins one. */
const SECTION_NAME =
  /^(intro|verse|pre-?chorus|chorus|bridge|middle|refrain|outro|ending|coda|instrumental|interlude|solo|tag|turnaround|hook|[A-Z]\d?$)/i;

/** `[Verse 1]` or `Chorus:` on a line of its own. */
function sectionHeading(line: string): string | null {
  const bracket = /^\[([A-Za-z][\w '’-]*)\]:?$/.exec(line);
  if (bracket && SECTION_NAME.test(bracket[1]!) && !readChordLine(bracket[1]!)) return bracket[1]!;
  const colon = /^([A-Za-z][\w '’-]{0,38}):$/.exec(line);
  return colon ? colon[1]! : null;
}

function readDirective(
  name: string,
  value: string,
  header: Header,
  warnings: WarningList,
  spot: { line: number; column: number },
): readonly ChartLine[] {
  const environment = /^start_of_(\w+)$/.exec(name) ?? /^so([vcbg])$/.exec(name);
  if (environment) {
    const kinds: Readonly<Record<string, string>> = { v: 'Verse', c: 'Chorus', b: 'Bridge', g: '' };
    const kind = kinds[environment[1]!] ?? (environment[1] === 'grid' ? '' : capitalise(environment[1]!));
    const label =
      /label\s*=\s*"([^"]*)"/.exec(value)?.[1] ?? value.replace(/^\d+(\+\d+)*(x\d+(\+\d+)*)?\s*/, '');
    const title = label || kind;
    return title ? [{ kind: 'section', name: title }] : [];
  }
  if (/^(end_of_\w+|eo[vcbg])$/.test(name) || name.startsWith('x_')) return [];
  switch (name) {
    case 'title':
    case 't':
      header.title ||= value;
      return [];
    case 'artist':
    case 'composer':
      header.composer ||= value;
      return [];
    case 'lyricist':
      header.lyricist ||= value;
      return [];
    case 'copyright':
      header.rights ||= value;
      return [];
    case 'key':
      header.key ??= value;
      return [];
    case 'tempo': {
      const tempo = Number(/\d+(\.\d+)?/.exec(value)?.[0]);
      if (tempo > 0 && tempo <= 1000) header.tempoBpm ??= tempo;
      else warnings.add(`“${value}” is no tempo; it was skipped.`, undefined, spot);
      return [];
    }
    case 'time': {
      const time = readMetreField(value);
      if (time && time !== 'free' && isValidTime(time)) return [{ kind: 'time', time }];
      warnings.add(`“${value}” is no metre that can be used; it was skipped.`, undefined, spot);
      return [];
    }
    case 'comment':
    case 'c':
    case 'ci':
    case 'cb':
    case 'comment_italic':
    case 'comment_box':
    case 'highlight':
      if (value === '') return [];
      return SECTION_NAME.test(value) ? [{ kind: 'section', name: value }] : [{ kind: 'note', text: value }];
    case 'chorus':
      return [{ kind: 'again', name: 'chorus' }];
    case 'subtitle':
    case 'st':
    case 'sorttitle':
    case 'album':
    case 'year':
    case 'duration':
    case 'meta':
      return [];
    default:
      warnings.add(`The directive “${name || '{}'}” is not used here and was skipped.`, undefined, spot);
      return [];
  }
}

function capitalise(text: string): string {
  return text.slice(0, 1).toUpperCase() + text.slice(1).replaceAll('_', ' ');
}

function buildScore(
  header: Header,
  measures: readonly ChartMeasure[],
  file: string,
  keyText: string | null,
): Score {
  const typedKey = readKey(keyText ?? '');
  const key = typedKey ?? { fifths: 0, mode: 'major' as const };
  const marks: Mark[] = measures.flatMap((measure, index) =>
    measure.note === null
      ? []
      : [
          {
            kind: 'words',
            text: measure.note,
            placement: 'above',
            part: 0,
            staff: 0,
            measure: index,
            at: ticks(0),
          },
        ],
  );
  if (header.tempoBpm !== null)
    marks.unshift({
      kind: 'tempo',
      bpm: bpm(header.tempoBpm),
      beatUnit: ticks(
        measures[0]!.time.beatType === 8 && measures[0]!.time.beats % 3 === 0 ? 15_120 : 10_080,
      ),
      part: 0,
      staff: 0,
      measure: 0,
      at: ticks(0),
    });
  return assembleScore({
    title: header.title || file.replace(/^.*[\\/]/, '').replace(/\.[^.]+$/, ''),
    composer: header.composer,
    lyricist: header.lyricist,
    rights: header.rights,
    parts: [{ id: 'P1', name: 'Chords', staves: 1 }],
    typedKey,
    measures: measures.map(({ length, time, barline, startsRepeat, endsRepeat, rehearsal }) => ({
      length,
      time,
      key,
      barline,
      startsRepeat,
      endsRepeat,
      endings: [],
      rehearsal,
    })),
    voices: [
      {
        part: 0,
        staff: 0,
        voice: '1',
        measures: measures.map(({ length }) => [{ ...PLAIN_EVENT, at: 0, duration: length, pitches: [] }]),
      },
    ],
    chords: measures.flatMap(({ chords }, measure) =>
      chords.map(({ at, chord }) => ({ measure, at: ticks(Math.round(at)), chord })),
    ),
    slashes: measures.flatMap(({ slashes }, measure) =>
      slashes.map(({ at }) => ({ measure, at: ticks(Math.round(at)) })),
    ),
    words: measures.flatMap(({ words }, measure) =>
      words.map(({ at, text, endsLine }) => ({ measure, at: ticks(Math.round(at)), text, endsLine })),
    ),
    marks,
  });
}
