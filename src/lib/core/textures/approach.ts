import { scaleNeighbour } from '../pitch/key';
import { diatonicIndex, midiOf, type Pitch } from '../pitch/pitch';
import { generatedNoteId } from '../score/ids';
import type { Measure, Note } from '../score/model';
import { beatsOf } from '../score/time';
import { ticks } from '../units';

/** A held bass gives its last beat to the scale note beside the bass to come; nothing where it has no beat to give. */
export function walkTo(held: Note, next: Note, measure: Measure): readonly Note[] {
  const beat = beatsOf(measure.time).at(-1)!.length;
  if (held.duration < 2 * beat || midiOf(next.pitch) === midiOf(held.pitch)) return [];
  const approach = scaleNeighbour(next.pitch, measure.key, midiOf(next.pitch) > midiOf(held.pitch) ? -1 : 1);
  if (midiOf(approach) === midiOf(held.pitch)) return [];
  return [shortened(held, beat), ...spread(held, beat, measure, 'approach', [approach], null)];
}

/** The bass moves at least so many letters for a run of three to lead to it. */
const LEAST_STEPS = 2;

/**
 * A held bass gives its last beat to three scale notes that run to the bass to come: a triplet, or the thirds of a compound
 * beat. Nothing where it is too short or the bass moves by step.
 */
export function runTo(held: Note, next: Note, measure: Measure): readonly Note[] {
  const last = beatsOf(measure.time).at(-1)!;
  const steps = diatonicIndex(next.pitch) - diatonicIndex(held.pitch);
  if (held.duration < 2 * last.length || Math.abs(steps) < LEAST_STEPS || last.length % 3 !== 0) return [];
  const run: Pitch[] = [];
  for (let count = 0; count < 3; count += 1)
    run.unshift(scaleNeighbour(run[0] ?? next.pitch, measure.key, steps > 0 ? -1 : 1));
  const id = `colour:${held.id}`;
  const tuplet = last.division === 3 ? null : { id, actual: 3, normal: 2 };
  return [shortened(held, last.length), ...spread(held, last.length, measure, 'run', run, tuplet)];
}

function shortened(held: Note, beat: number): Note {
  return { ...held, duration: ticks(held.duration - beat) };
}

/** The last beat of a held note, in equal parts, one a pitch. */
function spread(
  held: Note,
  beat: number,
  measure: Measure,
  role: string,
  pitches: readonly Pitch[],
  tuplet: Note['tuplet'],
): readonly Note[] {
  const part = beat / pitches.length;
  return pitches.map((pitch, index) => ({
    ...held,
    id: generatedNoteId(
      measure.index,
      'left',
      held.at - measure.start,
      index === 0 ? role : `${role}${index}`,
    ),
    at: ticks(held.at + held.duration - beat + index * part),
    duration: ticks(part),
    pitch,
    tuplet,
  }));
}
