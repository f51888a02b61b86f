import { strToU8 } from 'fflate';
import { arrange, studySource } from '../src/lib/core/arrange/arrange';
import { newDocument } from '../src/lib/core/arrange/document';
import { analyseScore } from '../src/lib/core/analyse/analyse';
import { buildTimeline } from '../src/lib/core/playback/timeline';
import { countScore } from '../src/lib/core/counting/count';
import { readMusicXml } from '../src/lib/core/formats/musicxml/read';
import { writeMusicXml } from '../src/lib/core/formats/musicxml/write';
import { transposeScore, transpositionTo } from '../src/lib/core/keys/transpose-score';
import { measureMs } from './measure';
import { pieceOfLength } from './scores';

const PLAYING = {
  hands: 'both',
  tempoPercent: 100,
  from: 0,
  to: null,
  isLooped: false,
  countInMeasures: 0,
  hasClicks: false,
} as const;
const LENGTHS = [37, 75, 150, 300] as const;

/** Times of the core's work at 1×, 2×, 4× and 8× the length; the last column is the 300-measure piece. */
export function benchCore(): readonly Record<string, string | number>[] {
  const pieces = LENGTHS.map(pieceOfLength);
  const files = pieces.map((score) => strToU8(writeMusicXml(score)));
  const facts = pieces.map(studySource);
  const works: readonly (readonly [string, number | null, (index: number) => unknown])[] = [
    ['read MusicXML', 300, (index) => readMusicXml(files[index]!, 'bench.musicxml')],
    ['write MusicXML', null, (index) => writeMusicXml(pieces[index]!)],
    [
      'transpose',
      null,
      (index) =>
        transposeScore(
          pieces[index]!,
          transpositionTo(pieces[index]!, facts[index]!.key, { fifths: 3, mode: 'major' }),
        ),
    ],
    ['count', null, (index) => countScore(pieces[index]!)],
    [
      // A copy of the facts is a source not met before, so nothing is remembered from the run before.
      'arrange, held triads',
      null,
      (index) =>
        arrange(
          { ...facts[index]! },
          {
            ...newDocument(true),
            recipe: { ...newDocument(true).recipe, leftTexture: 'close-triads' },
          },
        ),
    ],
    ['study the source (key, chords, form)', null, (index) => studySource(pieces[index]!)],
    ['analyse', 500, (index) => analyseScore(pieces[index]!)],
    ['timeline of playing', null, (index) => buildTimeline(pieces[index]!, [], PLAYING)],
  ];
  return works.map(([work, budget, run]) => {
    const times = LENGTHS.map((_, index) => measureMs(() => run(index)).median);
    return {
      work,
      ...Object.fromEntries(LENGTHS.map((length, index) => [`${length} measures, ms`, times[index]!])),
      growth: times.map((time) => `${Math.round((10 * time) / times[0]!) / 10}×`).join(' '),
      'budget at 300, ms': budget ?? '',
    };
  });
}
