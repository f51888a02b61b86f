import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plainDocument } from '../../testing/documents';
import { demoTunes } from '../../testing/demo-tunes';
import { arbitrarySong } from '../../testing/random-songs';
import { studySource } from '../analyse/study-source';
import { newDocument, type ArrangementDocument } from '../document/document';
import { easePin } from '../document/pins/ease';
import { fingerPin } from '../document/pins/finger';
import { handPin } from '../document/pins/hand';
import { keepPin } from '../document/pins/keep';
import { leaveOutPin } from '../document/pins/leave-out';
import { pedalPin } from '../document/pins/pedal';
import { pitchPin } from '../document/pins/pitch';
import type { Pin } from '../document/pins/registry';
import { rightTexturePin } from '../document/pins/right-texture';
import { texturePin } from '../document/pins/texture';
import { valuePin } from '../document/pins/value';
import { applyStep, invertStep, pinStep, recipeStep, type ArrangementStep } from '../document/steps';
import type { Score } from '../score/model';
import { arrange } from './arrange';
import type { Arrangement } from './arrangement';
import { ANYONE } from './arrange-for';

interface Edit {
  readonly kind: number;
  readonly place: number;
  readonly how: number;
}

/** An edit as a teacher makes it: a pin on a measure or a note, or another word of the recipe. */
function stepOf(
  { kind, place, how }: Edit,
  document: ArrangementDocument,
  song: Score,
): ArrangementStep | null {
  const measure = place % song.measures.length;
  const note = song.notes[place % Math.max(1, song.notes.length)]?.id ?? 'p0m0v1t0c0';
  const pins: readonly (() => Pin)[] = [
    () =>
      texturePin(measure, (['held-root', 'open-fifth', 'broken-triads', 'as-written'] as const)[how % 4]!),
    () => rightTexturePin(measure, how % 2 === 0 ? 'tune' : 'as-written'),
    () => keepPin(measure),
    () => easePin(measure, -(how % 3) - 1),
    () => pedalPin(measure, how % 2 === 0 ? 'legato' : 'none'),
    () => fingerPin(note, ((how % 5) + 1) as 1 | 2 | 3 | 4 | 5),
    () => pitchPin(note, { steps: 1, semitones: 2 }),
    () => leaveOutPin(note),
    () => handPin(note, how % 2 === 0 ? 'left' : 'right'),
    () => valuePin(note, 5_040 * ((how % 4) + 1)),
  ];
  const put = pins[kind];
  if (put) return pinStep(document, [put()], []);
  const rung = (how % 6) + 1;
  return kind % 2 === 0
    ? recipeStep(document, { rung })
    : recipeStep(document, { key: (['C', 'G', 'F', null] as const)[how % 4]! });
}

/** A copy that shares nothing with what it was made from, so that nothing is known of it. */
const afresh = <Value>(value: Value): Value => structuredClone(value);

const arbitraryEdits = fc.array(fc.record({ kind: fc.nat(12), place: fc.nat(50), how: fc.nat(11) }), {
  minLength: 1,
  maxLength: 5,
});

describe('an arrangement that is edited', () => {
  it('stays as it is in every measure but the one that is given a hand of its own', () => {
    let fewest = Infinity;
    for (const { score } of demoTunes())
      for (const rung of [1, 3, 4, 6]) {
        const document = newDocument({ hasTune: score.notes.length > 0 }, rung);
        const facts = studySource(score);
        const before = arrange(facts, document, ANYONE);
        const hands = (arrangement: Arrangement) =>
          arrangement.textures.map((left, measure) => `${left} ${arrangement.rightTextures[measure]}`);
        const stays = (pin: Pin, source: number) => {
          const after = arrange(facts, { ...document, pins: [pin] }, ANYONE);
          const elsewhere = hands(after).filter((_, measure) => before.sourceMeasure[measure] !== source);
          expect(elsewhere).toEqual(
            hands(before).filter((_, measure) => before.sourceMeasure[measure] !== source),
          );
          fewest = Math.min(fewest, elsewhere.length);
          return after;
        };
        for (const source of [0, 3]) {
          stays(texturePin(source, 'rests'), source);
          stays(keepPin(source), source);
          const now = before.textures[before.sourceMeasure.indexOf(source)]!;
          expect(hands(stays(texturePin(source, now), source))).toEqual(hands(before));
        }
      }
    expect(fewest).toBeGreaterThan(4);
  });

  it('is after every edit what the same document gives at once, and after undo what it was', () => {
    fc.assert(
      fc.property(arbitrarySong, arbitraryEdits, fc.integer({ min: 1, max: 6 }), (song, edits, rung) => {
        fc.pre(song.notes.length > 0);
        const facts = studySource(song);
        let document = plainDocument({
          rung,
          leftTexture: 'by-rung',
          rightTexture: 'by-rung',
          fingers: 'at-shifts',
          pedal: 'by-texture',
        });
        const first = JSON.stringify(arrange(facts, document, ANYONE));
        const done: ArrangementStep[] = [];
        for (const edit of edits) {
          const step = stepOf(edit, document, song);
          const outcome = step && applyStep(document, step);
          if (!step || !outcome?.ok) continue;
          document = outcome.document;
          done.push(step);
          const warm = JSON.stringify(arrange(facts, document, ANYONE));
          const cold = JSON.stringify(arrange(studySource(afresh(song)), afresh(document), afresh(ANYONE)));
          expect(warm).toBe(cold);
        }
        for (const step of done.reverse()) {
          const outcome = applyStep(document, invertStep(step));
          if (!outcome.ok) throw new Error('An edit could not be undone.');
          document = outcome.document;
        }
        expect(JSON.stringify(arrange(facts, document, ANYONE))).toBe(first);
      }),
      { numRuns: 12 },
    );
  });
});
