import type { Score } from '../score/model';
import { buildTimeline, type Timeline } from './timeline';

/** How a staff begins, to be heard before it is said what it is for. */
export interface Taste {
  readonly part: number;
  readonly staff: number;
  readonly timeline: Timeline;
}

const MEASURES = 8;
const MOST_SECONDS = 12;
const MOST_SOUNDS = 200;

/** The first measures in which each staff has notes, played alone; staves without notes are left out. O(notes × staves). */
export function tastesOf(score: Score): readonly Taste[] {
  return score.parts.flatMap(({ staves }, part) =>
    Array.from({ length: staves }, (_, staff) => staff).flatMap((staff): Taste[] => {
      const notes = score.notes.filter((note) => note.part === part && note.staff === staff);
      const [first] = notes;
      if (!first) return [];
      const to = Math.min(score.measures.length, first.measure + MEASURES) - 1;
      const near = notes.filter(({ measure }) => measure <= to);
      const timeline = buildTimeline({ ...score, notes: near }, [], {
        hands: 'both',
        tempoPercent: 100,
        from: first.measure,
        to,
        isLooped: false,
        countInMeasures: 0,
        clicks: 'none',
      });
      return [{ part, staff, timeline: shortened(timeline) }];
    }),
  );
}

function shortened(timeline: Timeline): Timeline {
  const heard = timeline.sounds.filter(({ at }) => at < MOST_SECONDS).slice(0, MOST_SOUNDS);
  // Silence before the first note tells nothing.
  const lead = Math.min(...heard.map(({ at }) => at));
  const sounds = heard.map((sound) => ({ ...sound, at: sound.at - lead }));
  const seconds = Math.max(...sounds.map(({ at, lasts }) => at + lasts));
  return { sounds, clicks: [], measures: [], seconds, loopAt: 0 };
}
