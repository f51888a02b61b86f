import { voicingPlaces } from '../core/arrange/voicing-places';
import { explainMeasure, explainFingerOf } from '../core/arrange/explain';
import { measureNumber } from '../core/score/by-measure';
import { expose } from 'comlink';
import { strToU8 } from 'fflate';
import { analyseScore } from '../core/analyse/analyse';
import { countScore } from '../core/counting/count';
import { readScore } from '../core/formats/read-score';
import { hear } from '../core/listen/hear';
import { buildTimeline } from '../core/playback/timeline';
import { asOnePart } from '../core/score/one-part';
import { arrange, draft, type Draft } from '../core/arrange/arrange';
import { sketchChords, type Standing } from '../core/arrange/sketch';
import type { Arrangement } from '../core/arrange/arrangement';
import type { ArrangeFor } from '../core/arrange/arrange-for';
import type { ArrangementDocument } from '../core/document/document';
import { editionOf } from '../core/handout/edition';
import { fingerprintOf } from '../core/handout/fingerprint';
import { differencesFrom } from '../core/handout/differences';
import { viewLadder } from '../core/arrange/ladder-view';
import { viewSource } from '../core/analyse/source-view';
import { studySource, type SourceFacts } from '../core/analyse/study-source';
import { KEY_STYLES, rateKey } from '../core/keys/rank-keys';
import { planLines, type LaidOut } from '../core/engrave/plan-lines';
import type { Score } from '../core/score/model';
import { deltaOf, type Delta } from './delta';
import { keepSame } from './keep-same';
import type { LayoutRequest, SystemPlan } from '../core/engrave/line';
import type { ArrangeApi } from './protocol';

let facts: SourceFacts | null = null;
/** What was laid out last, so that its lines stay where they are. */
let last: LaidOut | null = null;
/** What the page has been sent: lines first, then all else about the arrangement. */
let sentSystems: readonly SystemPlan[] | null = null;
let sent: Arrangement | null = null;
/** What is drawn and not yet looked over, and what stands as it was asked. */
let drawn: Draft | null = null;
let asked: (Standing & Pick<Arrangement, 'counts'>) | null = null;

function send(systems: readonly SystemPlan[]): Delta {
  const delta = deltaOf(sentSystems, systems);
  sentSystems = systems;
  return delta;
}

function plan(score: Score, counts: Arrangement['counts'], layout: LayoutRequest): readonly SystemPlan[] {
  last = planLines(score, counts, layout, last);
  return last.plans;
}

function source(): SourceFacts {
  if (!facts) throw new Error('A source must be opened before it can be arranged.');
  return facts;
}

/** Notes and counts of a document, with the records of what was sent wherever these say the same: a line is written anew only where its own are new. */
function drafted(document: ArrangementDocument, whom: ArrangeFor): Draft {
  const made = draft(source(), document, whom);
  const marks = keepSame(sent?.score.marks, made.score.marks);
  return { ...made, score: { ...made.score, marks }, counts: keepSame(sent?.counts, made.counts) };
}

/** What says the same as in the view before is the same record, so that it need not be sent again. */
function settle(arrangement: Arrangement): Arrangement {
  const before = sent ?? undefined;
  return {
    ...arrangement,
    loads: keepSame(before?.loads, arrangement.loads),
    loadTerms: keepSame(before?.loadTerms, arrangement.loadTerms),
    positions: keepSame(before?.positions, arrangement.positions),
    pedal: keepSame(before?.pedal, arrangement.pedal),
    snags: keepSame(before?.snags, arrangement.snags),
    textures: keepSame(before?.textures, arrangement.textures),
    rightTextures: keepSame(before?.rightTextures, arrangement.rightTextures),
    remarks: keepSame(before?.remarks, arrangement.remarks),
    circled: keepSame(before?.circled, arrangement.circled),
  };
}

const api: ArrangeApi = {
  open(score) {
    facts = studySource(score);
    last = null;
    sentSystems = null;
    sent = null;
    drawn = null;
    asked = null;
    return viewSource(facts);
  },
  sketch(document, whom, layout) {
    const score = asked && sketchChords(source(), asked, document, whom);
    return score && send(plan(score, asked!.counts, layout));
  },
  draw(document, whom, layout) {
    drawn = null;
    drawn = drafted(document, whom);
    const { score, counts } = drawn;
    asked = { document, whom, score, counts };
    return send(plan(score, counts, layout));
  },
  foresee(document, whom, layout) {
    const { score, counts } = drafted(document, whom);
    return deltaOf(sentSystems, planLines(score, counts, layout, last).plans);
  },
  complete() {
    if (!drawn) throw new Error('Something must be drawn before it can be completed.');
    const { score, counts } = drawn;
    const arrangement = settle({ ...drawn.complete(), score, counts });
    const delta = deltaOf(sent, arrangement);
    sent = arrangement;
    return delta;
  },
  preview: (document, whom) => arrange(source(), document, whom).score,
  rateKey: (document, whom, key, style, voice) =>
    rateKey({ facts: source(), document, whom, voice, weights: KEY_STYLES[style].weights }, key),
  explainFinger(note, depth) {
    return asked && explainFingerOf(source(), asked.document, note, asked.whom, depth);
  },
  voicingPlaces(measure) {
    return asked ? voicingPlaces(source(), asked.document, measure, asked.whom) : [];
  },
  explain(measure) {
    return asked && explainMeasure(source(), asked.document, measure, asked.whom);
  },
  ladder(document, whom, places, layout) {
    const { score, ...view } = viewLadder(source(), document, whom, places);
    return {
      view,
      numbers: score.measures.map(({ index }) => measureNumber(score.measures, index)),
      systems: plan(score, [], layout),
    };
  },
  fingerprint() {
    if (!asked || !sent) return null;
    return fingerprintOf(editionOf(source(), asked.document, asked.whom, sent));
  },
  compareWith(handedOut) {
    return sent ? differencesFrom(handedOut, sent.score) : [];
  },
  analyse: analyseScore,
  readText(text, fileName, layout) {
    const reading = readScore(strToU8(text), fileName);
    if (!reading.ok) return { reading, systems: [] };
    return { reading, systems: plan(asOnePart(reading.value), [], layout) };
  },
  timeline: (score, options) =>
    buildTimeline(score, options.clicks === 'counts' ? countScore(score) : [], options),
  layOut: plan,
  hear,
};

expose(api);
