import type { Pin } from './pins/registry';
import { fingerPin } from './pins/finger';
import { texturePin } from './pins/texture';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plainDocument } from '../../testing/documents';
import { readDocument, type ArrangementDocument } from './document';
import { applyStep, invertStep, pinStep, recipeStep, stepSchema, type ArrangementStep } from './steps';
import { LEFT_TEXTURES } from './choices/textures.data';

const arbitraryPin: fc.Arbitrary<Pin> = fc.oneof(
  fc
    .tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 1, max: 5 }))
    .map(([note, finger]) => fingerPin(`n${note}`, finger)),
  fc
    .tuple(fc.integer({ min: 0, max: 5 }), fc.constantFrom(...LEFT_TEXTURES))
    .map(([measure, texture]) => texturePin(measure, texture)),
);

type Action = (document: ArrangementDocument) => ArrangementStep | null;

const arbitraryAction: fc.Arbitrary<Action> = fc.oneof(
  fc.array(arbitraryPin, { minLength: 1, maxLength: 4 }).map(
    (pins): Action =>
      (document) =>
        pinStep(document, [...new Map(pins.map((pin) => [pin.id, pin])).values()]),
  ),
  fc.constantFrom('finger:n0', 'finger:n1', 'texture:2').map(
    (id): Action =>
      (document) =>
        pinStep(document, [], [id]),
  ),
  fc.constantFrom(null, 'G', 'Bb').map(
    (key): Action =>
      (document) =>
        recipeStep(document, { key }),
  ),
  fc.constantFrom('A', 'Verse').map((name): Action => (document) => ({
    kind: 'sections',
    from: document.sections as { id: string; name: string; from: number; to: number }[] | null,
    to: [{ id: 's0', name, from: 0, to: 3 }],
  })),
);

function apply(document: ArrangementDocument, step: ArrangementStep): ArrangementDocument {
  const outcome = applyStep(document, step);
  if (!outcome.ok) throw new Error(outcome.message);
  return outcome.document;
}

describe('arrangement steps', () => {
  it('undo all the way back to the beginning, and redo to the same end', () => {
    fc.assert(
      fc.property(fc.array(arbitraryAction, { maxLength: 12 }), (actions) => {
        const start = plainDocument();
        const steps: ArrangementStep[] = [];
        let document = start;
        for (const action of actions) {
          const step = action(document);
          if (!step) continue;
          expect(stepSchema.safeParse(step).success).toBe(true);
          document = apply(document, step);
          steps.push(step);
        }
        const back = steps.toReversed().reduce((each, step) => apply(each, invertStep(step)), document);
        expect(back).toEqual(start);
        expect(steps.reduce(apply, back)).toEqual(document);
      }),
    );
  });

  it('refuses a step whose ground has changed', () => {
    const document = plainDocument();
    const step = recipeStep(document, { key: 'G' })!;
    const moved = apply(document, recipeStep(document, { key: 'D' })!);
    expect(applyStep(moved, step)).toMatchObject({ ok: false, code: 'stale-step' });
    expect(applyStep(document, { kind: 'pins', removed: [fingerPin('n1', 2)], added: [] })).toMatchObject({
      ok: false,
    });
  });

  it('makes no step where nothing would change', () => {
    const document = plainDocument();
    expect(recipeStep(document, { key: null })).toBeNull();
    expect(pinStep(document, [], ['finger:none'])).toBeNull();
  });
});

describe('a step that was sent', () => {
  it('holds the choices it changes and no others', () => {
    const step = recipeStep(plainDocument(), { key: 'G' })!;
    expect(stepSchema.parse(JSON.parse(JSON.stringify(step)))).toEqual(step);
  });

  it('changes lists of choices, and is refused when they have changed meanwhile', () => {
    const document = plainDocument();
    const step = recipeStep(document, { colours: ['fill'] })!;
    const changed = apply(document, step);
    expect(changed.recipe.colours).toEqual(['fill']);
    expect(apply(changed, invertStep(step)).recipe.colours).toEqual([]);
    expect(applyStep(changed, step)).toMatchObject({ ok: false, code: 'stale-step' });
  });
});

describe('documents of earlier versions', () => {
  it('keep what they were: the top rung, both hands as they chose', () => {
    const old = {
      recipe: {
        key: 'F',
        leftTexture: 'close-triads',
        counts: 'shown',
        fingers: 'pinned',
        chordSymbols: 'shown',
        learnerId: null,
      },
      pins: [{ id: 'texture:3', kind: 'texture', measure: 3, texture: 'open-fifth' }],
      sections: null,
    };
    expect(readDocument(JSON.stringify(old)).recipe).toEqual({
      ...old.recipe,
      setting: 'solo',
      rung: 6,
      octave: 0,
      rightTexture: 'as-written',
      voicing: 'nearest',
      noteValues: 'as-written',
      colours: [],
      tempo: null,
      fingerStyle: 'smooth',
      countStyle: 'numbers',
      compoundCount: 'and-a',
      countFill: 'needed',
      tripletCount: 'trip-let',
      countHands: 'combined',
      countWhere: 'everywhere',
      eighths: 'straight',
      sourceFingers: 'kept',
      pedal: 'none',
    });
  });
});
