import { createPartReader, type MeasureDraft, type PartReader } from './part-state';
import { readMeasure } from './read-part';
import { musicXmlText } from './container';
import { buildScore } from './build-score';
import { atMost } from '../bounds';
import { reading } from '../reading';
import { Refusal, type ReadResult, type WarningList } from '../result';
import { childOf, childrenOf, parseXml, textOf, type XmlElement } from '../xml';
import type { Part, Score } from '../../score/model';
import { ticks } from '../../units';

/**
 * Reads a partwise MusicXML score (.musicxml, .xml, .mxl; UTF-8, UTF-16, Latin-1). What is not understood becomes a
 * warning with its measure. Expected failures are returned with their place; nothing is thrown. O(elements).
 */
export function readMusicXml(bytes: Uint8Array, file: string): ReadResult<Score> {
  return reading(file, (warnings) => readRoot(parseXml(musicXmlText(bytes, file), file), file, warnings));
}

function readRoot(root: XmlElement, file: string, warnings: WarningList): Score {
  const place = { file, line: root.line };
  if (root.name === 'score-timewise') {
    throw new Refusal({
      code: 'not-a-score',
      message:
        'This score is written measure by measure (timewise). Export it as partwise MusicXML, which every program offers.',
      place,
    });
  }
  if (root.name !== 'score-partwise') {
    throw new Refusal({
      code: 'not-a-score',
      message: `This is an XML file, but not a MusicXML score (it starts with <${root.name.slice(0, 40)}>).`,
      place,
    });
  }
  const partElements = childrenOf(root, 'part');
  if (partElements.length === 0)
    throw new Refusal({
      code: 'not-a-score',
      message: 'The score has no parts, so there is no music in it.',
      place,
    });
  atMost('parts', partElements.length, place);
  const readers = partElements.map((element, index) => createPartReader(element, index, warnings));
  const measureCount = Math.max(...readers.map((reader) => reader.measures.length));
  if (measureCount === 0)
    throw new Refusal({ code: 'not-a-score', message: 'The score has no measures.', place });
  atMost('measures', measureCount, place);

  const drafts: MeasureDraft[] = [];
  let start = 0;
  for (let index = 0; index < measureCount; index += 1) {
    const draft = readMeasures(readers, index, start, file, drafts.at(-1));
    drafts.push(draft);
    start += draft.length;
    const notes = readers.reduce((sum, reader) => sum + reader.notes.length, 0);
    atMost('notes', notes, { file, measure: draft.number });
  }

  const names = partNames(root);
  const parts: Part[] = readers.map((reader) => ({
    id: reader.id,
    name: names.get(reader.id) ?? '',
    staves: reader.staves || 1,
  }));
  return buildScore({ ...readHeader(root, file), parts }, drafts, readers, warnings);
}

function readMeasures(
  readers: readonly PartReader[],
  index: number,
  start: number,
  file: string,
  before: MeasureDraft | undefined,
): MeasureDraft {
  const drafts = readers.map((reader) => readMeasure(reader, index, ticks(start), file, before));
  const first = drafts[0]!;
  const length = ticks(Math.max(...drafts.map((draft) => draft.length)));
  return {
    ...first,
    length,
    startsRepeat: drafts.some((draft) => draft.startsRepeat),
    endsRepeat: drafts.find((draft) => draft.endsRepeat !== null)?.endsRepeat ?? null,
    rehearsal: drafts.find((draft) => draft.rehearsal !== null)?.rehearsal ?? null,
  };
}

function partNames(root: XmlElement): ReadonlyMap<string, string> {
  const list = childOf(root, 'part-list');
  const parts = list ? childrenOf(list, 'score-part') : [];
  return new Map(parts.map((part) => [part.attributes['id'] ?? '', textOf(part, 'part-name') ?? '']));
}

function readHeader(root: XmlElement, file: string) {
  const work = childOf(root, 'work');
  const identification = childOf(root, 'identification');
  const creators = identification ? childrenOf(identification, 'creator') : [];
  const creator = (type: string) => creators.find((each) => each.attributes['type'] === type)?.text ?? '';
  const title = (work && textOf(work, 'work-title')) || textOf(root, 'movement-title') || creditTitle(root);
  return {
    title: title || file.replace(/^.*[\\/]/, '').replace(/\.[^.]+$/, ''),
    composer: creator('composer'),
    lyricist: creator('lyricist'),
    rights: (identification && textOf(identification, 'rights')) ?? '',
  };
}

function creditTitle(root: XmlElement): string | null {
  const title = childrenOf(root, 'credit').find((credit) => textOf(credit, 'credit-type') === 'title');
  return title ? textOf(title, 'credit-words') : null;
}
