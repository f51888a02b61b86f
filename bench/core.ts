import { openDocument } from '../src/lib/core/document/open-document';
import { chooseArrangement } from '../src/lib/core/arrange/choose-arrangement';
import { pinNotes, arrange } from '../src/lib/core/arrange/arrange';
import { texturePin } from '../src/lib/core/document/pins/texture';
import { strToU8 } from 'fflate';
import { fingerTask } from '../src/lib/core/arrange/apply-fingers';
import { ANYONE } from '../src/lib/core/arrange/arrange-for';
import { viewLadder } from '../src/lib/core/arrange/ladder-view';
import { studySource } from '../src/lib/core/analyse/study-source';
import { newDocument } from '../src/lib/core/document/document';
import { STEPS } from '../src/lib/core/pitch/pitch';
import { plainDocument } from '../src/lib/testing/documents';
import { seeded } from '../src/lib/testing/random-songs';
import { fingerScore } from '../src/lib/core/fingering/finger-score';
import { spanOf } from '../src/lib/core/hands/reach';
import { KEY_STYLES, rateKey, twelveKeys } from '../src/lib/core/keys/rank-keys';
import { analyseScore } from '../src/lib/core/analyse/analyse';
import { LiveFollower } from '../src/lib/core/listen/follow-live';
import { expectedOf } from '../src/lib/core/listen/moments';
import { hear } from '../src/lib/core/listen/hear';
import { simulatePlayer } from '../src/lib/core/listen/simulated-player';
import { buildTimeline } from '../src/lib/core/playback/timeline';
import { countScore } from '../src/lib/core/counting/count';
import { readMusicXml } from '../src/lib/core/formats/musicxml/read';
import { writeMusicXml } from '../src/lib/core/formats/musicxml/write';
import { transposeScore, transpositionTo } from '../src/lib/core/score/transpose-score';
import { measureMs } from './measure';
import { pieceOfLength } from './scores';

const PLAYING = {
  hands: 'both',
  tempoPercent: 100,
  from: 0,
  to: null,
  isLooped: false,
  countInMeasures: 0,
  clicks: 'none',
} as const;
const LENGTHS = [37, 75, 150, 300] as const;

const BY_RUNG = { leftTexture: 'by-rung', rightTexture: 'by-rung' } as const;
let painted = 0;
let struck = 0;
let fingered = 0;
const mixed = seeded(7);

/** Times of the core's work at 1×, 2×, 4× and 8× the length; the last column is the 300-measure piece. */
export function benchCore(): readonly Record<string, string | number>[] {
  const pieces = LENGTHS.map(pieceOfLength);
  const files = pieces.map((score) => strToU8(writeMusicXml(score)));
  const facts = pieces.map(studySource);
  const takes = pieces.map(
    (score) => simulatePlayer(score, { jitterMs: 20, driftPercent: 15, faultsInTen: 2 }).take,
  );
  const live = pieces.map((score) => ({
    moments: expectedOf(score, null, false).moments,
    follower: new LiveFollower(score, { from: 0, to: Infinity, hand: null }),
  }));
  const works: readonly (readonly [string, number | null, (index: number) => unknown])[] = [
    ['hear a take with two faults in ten measures', 300, (index) => hear(pieces[index]!, takes[index]!)],
    [
      'follow one key live',
      10,
      (index) => {
        const { moments, follower } = live[index]!;
        const moment = moments[(struck += 1) % moments.length]!;
        return follower.press(moment.keys[0]!.key, struck * 400);
      },
    ],
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
      (index) => arrange({ ...facts[index]! }, plainDocument({ leftTexture: 'close-triads' })),
    ],
    [
      'all six rungs, chosen and weighed',
      null,
      (index) => viewLadder({ ...facts[index]! }, plainDocument(BY_RUNG), ANYONE, [1, 2, 3, 4, 5, 6]),
    ],
    [
      'paint one measure on rung 3, the rungs above known',
      null,
      (index) => {
        const measure = (painted += 1) % 4;
        const document = plainDocument({ ...BY_RUNG, rung: 3 });
        return arrange(facts[index]!, { ...document, pins: [texturePin(measure, 'open-fifth')] });
      },
    ],
    [
      'finger both hands, no two runs alike',
      250,
      (index) => {
        const document = newDocument({ hasTune: true }, 5);
        const open = openDocument(document);
        const chosen = chooseArrangement(facts[index]!, open, ANYONE);
        const learner = pinNotes(open, chosen);
        // The long pieces repeat a short one, and a run that comes again is only looked up.
        const notes = learner.notes.map((note) => ({
          ...note,
          pitch: { ...note.pitch, step: STEPS[mixed(STEPS.length)]!, alter: 0 },
        }));
        // A hand not met before, so that no run is remembered.
        const span = spanOf(15 + (fingered += 1) / 1000);
        const size = { right: span, left: span };
        return fingerScore(fingerTask(chosen, notes, document.recipe, { size }));
      },
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

/** Times of what is asked of a song of 64 measures. */
export function benchSong(): readonly Record<string, string | number>[] {
  const facts = studySource(pieceOfLength(64));
  const task = {
    document: newDocument({ hasTune: true }, 3),
    whom: ANYONE,
    weights: KEY_STYLES['fewest-signs'].weights,
    voice: null,
  };
  const started = performance.now();
  for (const key of twelveKeys('major')) rateKey({ ...task, facts: { ...facts } }, key);
  const keysMs = performance.now() - started;
  const startedAgain = performance.now();
  viewLadder({ ...facts }, plainDocument(BY_RUNG), ANYONE, [1, 2, 3, 4, 5, 6]);
  const rungsMs = performance.now() - startedAgain;
  return [
    { work: 'rank twelve keys, 64 measures', ms: Math.round(keysMs), 'budget, ms': 1_500 },
    { work: 'all six rungs, 64 measures', ms: Math.round(rungsMs), 'budget, ms': 600 },
  ];
}
