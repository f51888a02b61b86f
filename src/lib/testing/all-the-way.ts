import { analyseScore } from '../core/analyse/analyse';
import { knownScore } from '../core/analyse/known-score';
import { makeupOf, studySource } from '../core/analyse/study-source';
import { summarise } from '../core/analyse/summary';
import { ANYONE } from '../core/arrange/arrange-for';
import { countScore } from '../core/counting/count';
import { newDocument } from '../core/document/document';
import { SETTINGS, type Setting } from '../core/document/choices/settings.data';
import { planLines } from '../core/engrave/plan-lines';
import { benchLayout, optionsFor, pieceLayout } from '../core/engrave/views';
import { readScore } from '../core/formats/read-score';
import { EXPORTS, writeScore, type ExportFormat } from '../core/formats/write-score';
import { freezeEdition } from '../core/handout/edition';
import { fingerprintOf, sectionPrints } from '../core/handout/fingerprint';
import { buildTimeline } from '../core/playback/timeline';
import { validateScore } from '../core/score/validate';
import { asOnePart } from '../core/score/one-part';
import type { Score } from '../core/score/model';

/** How far a file came, and how long a piece it is. */
export interface Way {
  readonly isWhole: boolean;
  readonly measures: number;
}

const PLAYING = {
  hands: 'both',
  tempoPercent: 100,
  isLooped: false,
  countInMeasures: 0,
  clicks: 'counts',
  from: 0,
  to: null,
} as const;

/**
 * Takes a file through all that the application does with it: read, looked at, arranged and handed out, written in every
 * format and read again, laid out and played. @throws Error where anything that a reader let through breaks what follows
 */
export function allTheWay(bytes: Uint8Array, name: string, rung: number): Way {
  const read = readScore(bytes, name);
  if (!read.ok) {
    if (read.error.code === 'unreadable') throw new Error('A reader broke on it.');
    return { isWhole: false, measures: 0 };
  }
  const { value: score, warnings } = read;
  summarise(score, warnings, 'file');
  const shown = asOnePart(knownScore(score, analyseScore(score)));
  const options = optionsFor(2_150);
  planLines(shown, [], pieceLayout(options));
  writeAll(score);

  const setting = Object.keys(SETTINGS)[rung % Object.keys(SETTINGS).length] as Setting;
  const facts = studySource(score);
  const plain = newDocument(makeupOf(facts), rung);
  const document = { ...plain, recipe: { ...plain.recipe, setting } };
  const edition = freezeEdition(facts, document, ANYONE);
  const [fault] = validateScore(edition.score);
  if (fault) throw new Error(`What was arranged does not hold: ${JSON.stringify(fault)}`);
  fingerprintOf(edition);
  sectionPrints(edition);
  planLines(edition.score, edition.counts, benchLayout({ ...document.recipe, counts: 'shown' }, options));
  buildTimeline(edition.score, countScore(edition.score), PLAYING);
  writeAll(edition.score);
  return { isWhole: true, measures: score.measures.length };
}

function writeAll(score: Score): void {
  for (const format of Object.keys(EXPORTS) as ExportFormat[]) {
    const bytes = writeScore(score, format);
    if (format !== 'musicxml') continue;
    const again = readScore(bytes, 'again.musicxml');
    if (!again.ok) throw new Error(`What was written cannot be read: ${JSON.stringify(again.error)}`);
    const [written, read] = [strikes(score), strikes(again.value)];
    if (read !== written) throw new Error(`${written} notes were written, ${read} read again.`);
  }
}

/** Notes as they are struck: a length that no one sign has is written as several with ties. */
function strikes({ notes }: Score): number {
  return notes.length - notes.filter(({ tieTo }) => tieTo !== null).length;
}
