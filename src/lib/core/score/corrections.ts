import { z } from 'zod';
import { readChord } from '../pitch/chord';
import { readKey } from '../pitch/key';
import { midiOf, STEPS } from '../pitch/pitch';
import { withOctave } from '../pitch/spell';
import { isSeen } from '../text/names';
import { ticks } from '../units';
import { NO_JUDGEMENT, PART_USES, type Judgement, type Score } from './model';
import { sectionsFault } from './section-order';
import type { ScoreStep } from './steps';

const id = z.string().min(1).max(120);
const measure = z.int().min(0).max(10_000);

/** What a teacher may put right in a source, as it is asked for; the step with all it replaces is worked out here. */
export const correctionSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('text'),
    field: z.enum(['title', 'composer', 'lyricist', 'rights']),
    to: z.string().max(300),
  }),
  z.object({
    kind: z.literal('respell'),
    notes: z.array(id).min(1).max(10_000),
    step: z.enum(STEPS),
    alter: z.int().min(-2).max(2),
  }),
  z.object({ kind: z.literal('key'), key: z.string().max(4).nullable() }),
  z.object({ kind: z.literal('chord'), measure, at: z.int().min(0), symbol: z.string().max(30).nullable() }),
  z.object({
    kind: z.literal('tune'),
    from: measure,
    to: measure,
    place: z.object({ part: z.int().min(0).max(100), staff: z.int().min(0).max(10) }).nullable(),
  }),
  z.object({
    kind: z.literal('sections'),
    sections: z
      .array(
        z.object({
          id: z.string().max(64),
          name: z.string().trim().min(1).max(40),
          from: measure,
          to: measure,
        }),
      )
      .max(500)
      .nullable(),
  }),
  z.object({ kind: z.literal('dismiss'), finding: id }),
  z.object({ kind: z.literal('uses'), uses: z.array(z.array(z.enum(PART_USES)).max(10)).max(100) }),
]);

export type Correction = z.infer<typeof correctionSchema>;

export type CorrectionStep =
  | { readonly ok: true; readonly step: ScoreStep }
  | { readonly ok: false; readonly code: 'bad-correction'; readonly message: string };

/** The step that makes a correction on a score as it stands. */
export function stepFor(score: Score, correction: Correction): CorrectionStep {
  switch (correction.kind) {
    case 'text':
      if (correction.field === 'title' && !isSeen(correction.to))
        return bad('Give a title that can be seen.');
      return {
        ok: true,
        step: { kind: 'set-text', field: correction.field, from: score[correction.field], to: correction.to },
      };
    case 'respell':
      return respell(score, correction);
    case 'key': {
      const key = correction.key === null ? null : readKey(correction.key);
      if (correction.key !== null && !key)
        return bad(`“${correction.key}” is no key with up to seven signs.`);
      return judge(score, { key });
    }
    case 'chord': {
      const place = score.measures[correction.measure];
      if (!place) return bad(noMeasure(score, correction.measure));
      if (correction.at < place.start || correction.at >= place.start + place.length)
        return bad(`The chord does not stand in measure ${correction.measure + 1}.`);
      const others = judgementOf(score).chords.filter((symbol) => symbol.at !== correction.at);
      if (correction.symbol === null) return judge(score, { chords: others });
      const reading = readChord(correction.symbol);
      if (!reading.ok) return bad(reading.message);
      const at = ticks(correction.at);
      const symbol = {
        id: `h${correction.measure}t${at}`,
        measure: correction.measure,
        at,
        chord: reading.chord,
      };
      return judge(score, { chords: [...others, symbol].sort((a, b) => a.at - b.at) });
    }
    case 'tune': {
      const { from, to, place } = correction;
      if (to < from) return bad('The measures of the tune run forward.');
      if (to >= score.measures.length) return bad(noMeasure(score, to));
      if (place && place.staff >= (score.parts[place.part]?.staves ?? 0))
        return bad('The piece has no such staff.');
      // Earlier decisions keep what lies outside the measures of this one.
      const others = judgementOf(score).tune.flatMap((each) => [
        ...(each.from < from ? [{ ...each, to: Math.min(each.to, from - 1) }] : []),
        ...(each.to > to ? [{ ...each, from: Math.max(each.from, to + 1) }] : []),
      ]);
      return judge(score, { tune: place ? [...others, { from, to, ...place }] : others });
    }
    case 'sections': {
      const fault = correction.sections && sectionsFault(correction.sections, score.measures.length);
      if (fault) return bad(fault);
      return judge(score, { sections: correction.sections });
    }
    case 'dismiss':
      return judge(score, {
        dismissed: [...new Set([...judgementOf(score).dismissed, correction.finding])].sort(),
      });
    case 'uses': {
      const to = score.parts.map((part, index) => ({
        ...part,
        uses: correction.uses[index] ?? part.uses ?? [],
      }));
      if (to.some((part) => part.uses.length !== part.staves)) return bad('Say what each staff is for.');
      return { ok: true, step: { kind: 'set-parts', from: score.parts, to } };
    }
  }
}

function judgementOf(score: Score): Judgement {
  return score.judgement ?? NO_JUDGEMENT;
}

function judge(score: Score, change: Partial<Judgement>): CorrectionStep {
  const to = { ...judgementOf(score), ...change };
  return { ok: true, step: { kind: 'set-judgement', from: score.judgement, to } };
}

function respell(
  score: Score,
  { notes, step, alter }: Extract<Correction, { kind: 'respell' }>,
): CorrectionStep {
  const wanted = new Set(notes);
  const removed = score.notes.filter((note) => wanted.has(note.id));
  if (removed.length !== wanted.size) return bad('A note to respell is no longer there.');
  const added = removed.map((note) => ({ ...note, pitch: withOctave({ step, alter }, midiOf(note.pitch)) }));
  if (added.some((note, index) => midiOf(note.pitch) !== midiOf(removed[index]!.pitch)))
    return bad('That name would sound as another key; only the spelling can be corrected here.');
  return { ok: true, step: { kind: 'replace-notes', removed, added } };
}

const noMeasure = ({ measures }: Score, index: number) =>
  `The piece has ${measures.length} measures, so there is no measure ${index + 1}.`;

function bad(message: string): CorrectionStep {
  return { ok: false, code: 'bad-correction', message };
}
