import { notesByMeasure } from '../score/by-measure';
import {
  handWork,
  loadTerms,
  measureLoad,
  sumOfTerms,
  type HandWork,
  type LoadTerms,
  type Load,
} from './load';
import type { HandSize } from '../hands/reach';
import type { Note } from '../score/model';
import type { Material } from '../analyse/material';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';

export interface JudgedSide<Texture> {
  readonly notes: readonly Note[];
  readonly work: HandWork;
  /** Null where the teacher's own notes stand in place of a texture. */
  readonly texture: Texture | null;
  readonly terms: LoadTerms;
}

/** A measure as it came out, weighed. */
export interface JudgedMeasure {
  readonly right: JudgedSide<RightTexture>;
  readonly left: JudgedSide<LeftTexture>;
  readonly load: Load;
}

export interface JudgeTask {
  readonly material: Material;
  readonly notes: readonly Note[];
  readonly size: HandSize;
  readonly leftTextures: readonly (LeftTexture | null)[];
  readonly rightTextures: readonly (RightTexture | null)[];
}

/** Weighs what each hand does in each measure of the finished score. O(notes²) in a measure. */
export function judgeMeasures(task: JudgeTask): readonly JudgedMeasure[] {
  const { material, notes, size } = task;
  const hands = [0, 1].map((staff) =>
    notesByMeasure(
      notes.filter((note) => note.staff === staff),
      material.measures.length,
    ),
  );
  const tiedInto = new Set(notes.flatMap((note) => note.tieTo ?? []));
  const works = hands.map((byMeasure, staff) =>
    byMeasure.map((own, index) => {
      const { measure, offset, lengthMs } = material.measures[index]!;
      const context = { measure, offset, lengthMs, key: measure.key };
      return handWork(own, tiedInto, staff === 0 ? size.right : size.left, context);
    }),
  );
  return material.measures.map(({ lengthMs }, index): JudgedMeasure => {
    const [right, left] = [works[0]![index]!, works[1]![index]!];
    const terms = {
      right: loadTerms(right, works[0]![index - 1] ?? null, left, lengthMs),
      left: loadTerms(left, works[1]![index - 1] ?? null, right, lengthMs),
    };
    const sums = { right: sumOfTerms(terms.right), left: sumOfTerms(terms.left) };
    return {
      right: {
        notes: hands[0]![index]!,
        work: right,
        texture: task.rightTextures[index] ?? null,
        terms: terms.right,
      },
      left: {
        notes: hands[1]![index]!,
        work: left,
        texture: task.leftTextures[index] ?? null,
        terms: terms.left,
      },
      load: {
        right: Math.round(sums.right / 100),
        left: Math.round(sums.left / 100),
        total: measureLoad(sums.right, sums.left),
      },
    };
  });
}
