import { signatureAlter, type Key } from '../pitch/key';
import type { Pitch } from '../pitch/pitch';

/** What stands before a note: nothing, a sign that is needed, or one that reminds after a change in the last measure. */
export type AccidentalSign = 'none' | 'needed' | 'reminder';

/**
 * Follows one staff from left to right and says which accidentals to print. A sign holds for its line or space to the
 * barline; in the next measure, a note that went back to the signature gets a reminder once.
 */
export class AccidentalLedger {
  #now = new Map<string, number>();
  #before = new Map<string, number>();
  #key: Key;

  constructor(key: Key) {
    this.#key = key;
  }

  startMeasure(key: Key): void {
    this.#before = this.#now;
    this.#now = new Map();
    this.#key = key;
  }

  /** A note tied into needs no sign, even where its alteration differs from the signature. */
  signFor(pitch: Pitch, isTiedInto: boolean): AccidentalSign {
    const line = `${pitch.step}${pitch.octave}`;
    const current = this.#now.get(line) ?? signatureAlter(this.#key, pitch.step);
    if (isTiedInto) return 'none';
    const needsReminder =
      !this.#now.has(line) && this.#before.has(line) && this.#before.get(line) !== pitch.alter;
    this.#now.set(line, pitch.alter);
    if (current !== pitch.alter) return 'needed';
    return needsReminder ? 'reminder' : 'none';
  }
}
