import type { OpenDocument } from '../document/open-document';
import type { RemedyCode } from '../limits/limit';
import { easierKeys, keyLabel, keyName, type Key } from '../pitch/key';
import {
  doubleThem,
  easeMeasure,
  inKey,
  otherTexture,
  pedalAs,
  plainTune,
  slowDown,
  type Remedy,
} from './remedies';

export interface RemedyTask {
  /** The measure of the source. */
  readonly source: number;
  readonly document: Pick<OpenDocument, 'recipe' | 'decides'>;
  readonly quartersAMinute: number;
  readonly key: Key;
  /** Signs that the rung takes; null for any number. */
  readonly signs: number | null;
}

/** What a limit names by code, as pins and words of the recipe; what would change nothing is left out. */
export function workOutRemedies(codes: readonly RemedyCode[], task: RemedyTask): readonly Remedy[] {
  return codes.flatMap((code) => workOut(code, task));
}

function workOut(code: RemedyCode, task: RemedyTask): readonly Remedy[] {
  const { source, document, quartersAMinute } = task;
  switch (code) {
    case 'easier-measure':
      return [easeMeasure(source, document.decides.ease.get(source) ?? 0)];
    case 'slower':
      return [slowDown(quartersAMinute)];
    case 'doubled-values':
      return document.recipe.noteValues === 'as-written' ? [doubleThem()] : [];
    case 'plain-tune':
      return [plainTune(source)];
    case 'held-root':
      return [otherTexture(source, 'held-root', 'A held root here')];
    case 'no-pedal':
      return [pedalAs(source, 'none', 'No pedal here')];
    case 'easier-key':
      return task.signs === null
        ? []
        : easierKeys(task.key, task.signs).map((key) => inKey(keyName(key), `Move it to ${keyLabel(key)}`));
  }
}
