import { expose } from 'comlink';
import { strToU8 } from 'fflate';
import { analyseScore } from '../core/analyse/analyse';
import { countScore } from '../core/counting/count';
import { readScore } from '../core/formats/read-score';
import { buildTimeline } from '../core/playback/timeline';
import { asOnePart } from '../core/score/one-part';
import { arrange, studySource, type Arrangement, type SourceFacts } from '../core/arrange/arrange';
import { breakLines, measureWidths } from '../core/engrave/line-breaks';
import { meiSystem } from '../core/engrave/mei-system';
import { isSameLine, prepareEngraving, type EngravingSource } from '../core/engrave/source';
import type { Score } from '../core/score/model';
import { deltaOf } from './delta';
import type { ArrangeApi, ArrangedView, LayoutRequest, SystemPlan } from './protocol';

let facts: SourceFacts | null = null;
/** What was laid out last: its lines stay where they are, and those with the same music are not written again. */
interface LaidOut {
  readonly layout: string;
  readonly source: EngravingSource;
  readonly plans: readonly SystemPlan[];
}
let last: LaidOut | null = null;
/** The view that the page has. */
let sent: ArrangedView | null = null;

function plan(score: Score, counts: Arrangement['counts'], layout: LayoutRequest): readonly SystemPlan[] {
  const key = JSON.stringify(layout);
  const before = last?.layout === key ? last : null;
  const source = prepareEngraving(score, counts, before?.source);
  const widths = measureWidths(source, layout.markings);
  const previous = before?.plans.map(({ range }) => range) ?? [];
  const lines = breakLines(score, widths, {
    lineWidth: layout.lineWidth,
    mostMeasures: layout.mostMeasures,
    previous,
  });
  const plans = lines.map((range): SystemPlan => {
    const known = before?.plans.find((each) => each.range.from === range.from && each.range.to === range.to);
    return known && before && isSameLine(before.source, source, range)
      ? known
      : { range, mei: meiSystem(source, range, layout.markings) };
  });
  last = { layout: key, source, plans };
  return plans;
}

const api: ArrangeApi = {
  open(score) {
    facts = studySource(score);
    last = null;
    sent = null;
    return { key: facts.key, hasLeftHand: facts.roles.left !== null, measures: score.measures.length };
  },
  arrange(document, layout) {
    if (!facts) throw new Error('A source must be opened before it can be arranged.');
    const arrangement = arrange(facts, document);
    const view = { arrangement, systems: plan(arrangement.score, arrangement.counts, layout) };
    const delta = deltaOf(sent, view);
    sent = view;
    return delta;
  },
  analyse: analyseScore,
  readText(text, fileName, layout) {
    const reading = readScore(strToU8(text), fileName);
    if (!reading.ok) return { reading, systems: [] };
    return { reading, systems: plan(asOnePart(reading.value), [], layout) };
  },
  timeline: (score, options) => buildTimeline(score, options.hasClicks ? countScore(score) : [], options),
  layOut: plan,
};

expose(api);
