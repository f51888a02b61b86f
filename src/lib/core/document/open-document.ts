import type { Section } from '../score/model';
import type { ArrangementDocument } from './document';
import type { Decisions, Shown } from './pins/pin';
import { inOrder, kindOf, type Pin } from './pins/registry';
import type { Recipe } from './recipe';

/** A document opened for arranging: its pins resolved into what decides, what sounds and what shows. */
export interface OpenDocument {
  readonly recipe: Recipe;
  readonly sections: readonly Section[] | null;
  /** Before notes are chosen, by measure of the source. */
  readonly decides: Decisions;
  /** Pins on the notes themselves, in the order in which they are put on. */
  readonly onNotes: readonly Pin[];
  /** Measures of the source whose notes are the teacher's own: no texture tells what they are. */
  readonly filled: ReadonlySet<number>;
  /** Beside the notes, by measure of the source. */
  readonly shows: Shown;
  readonly hasPins: boolean;
  /** Measures of the source that may weigh more than on the rung above. */
  readonly mayWeighMore: ReadonlySet<number>;
  /** Texts that are the same while the pins that decide, those that change what sounds, or those of the pedal are the same. */
  readonly decidedBy: string;
  readonly soundsBy: string;
  readonly pedalledBy: string;
}

const opened = new WeakMap<ArrangementDocument, OpenDocument>();

/** Opens a document, once for all that asks about it. O(pins log pins). */
export function openDocument(document: ArrangementDocument): OpenDocument {
  const known = opened.get(document);
  if (known) return known;
  const made = open(document);
  opened.set(document, made);
  return made;
}

function open({ recipe, sections, pins }: ArrangementDocument): OpenDocument {
  const decides: Decisions = {
    left: new Map(),
    right: new Map(),
    keep: new Set(),
    setting: new Map(),
    ease: new Map(),
    chords: [],
    voicings: [],
  };
  const shows: Shown = { counts: [], pedal: new Map(), pedalPoints: new Map() };
  for (const pin of pins) {
    const { decide, show } = kindOf(pin);
    decide?.(pin, decides);
    show?.(pin, shows);
  }
  const that = (is: (pin: Pin) => boolean) => pins.filter(is);
  const placesOf = (is: (pin: Pin) => boolean) =>
    new Set(that(is).flatMap((pin) => kindOf(pin).placeOf(pin) ?? []));
  return {
    recipe,
    sections,
    decides,
    shows,
    onNotes: inOrder(that((pin) => kindOf(pin).sound !== undefined || kindOf(pin).mark !== undefined)),
    filled: placesOf((pin) => kindOf(pin).fillsMeasure === true),
    hasPins: pins.length > 0,
    mayWeighMore: placesOf((pin) => kindOf(pin).mayAddLoad === true),
    decidedBy: JSON.stringify(that((pin) => kindOf(pin).decide !== undefined)),
    soundsBy: JSON.stringify(that((pin) => kindOf(pin).sound !== undefined)),
    pedalledBy: JSON.stringify([[...shows.pedal], [...shows.pedalPoints]]),
  };
}
