import { intervalName } from '../pitch/interval';
import { keyLabel } from '../pitch/key';
import { diatonicIndex, spellingLabel } from '../pitch/pitch';
import type { Measure, Note } from '../score/model';
import { isPickup, metreLength } from '../score/time';
import { tempoOf } from '../score/tempo';
import type { Recipe } from '../document/recipe';
import type { OpenDocument } from '../document/open-document';
import { kindOf, measureOf, type Pin } from '../document/pins/registry';
import { takeAway } from '../snags/remedies';
import { snag, type Snag } from '../snags/snag';
import type { SourceFacts } from '../analyse/study-source';
import type { Chosen } from './choose-arrangement';

/** A pin that waits for its note, where the note was. */
export function restingSnag(pin: Pin, { sourceMeasure }: SourceFacts): Snag {
  return snag({
    code: 'pin',
    measure: Math.max(0, sourceMeasure.indexOf(measureOf(pin) ?? 0)),
    detail: pin.id,
    sentence:
      pin.kind === 'voicing'
        ? 'A voicing of your own rests: the hand has another texture here, and it comes back with its own.'
        : `A ${kindOf(pin).name} rests: its note is not in this version, and it comes back with the note.`,
    remedies: [takeAway(pin)],
  });
}

/** The five letters under a hand, named by the lowest; a wider stretch by its ends. */
export function positionName(notes: readonly Note[], hand: 'right' | 'left'): string {
  const plain = notes.filter((note) => !note.grace);
  if (plain.length === 0) return '';
  const sorted = [...plain].sort((a, b) => diatonicIndex(a.pitch) - diatonicIndex(b.pitch));
  const [low, high] = [sorted[0]!.pitch, sorted.at(-1)!.pitch];
  const name = (pitch: Note['pitch']) => spellingLabel(pitch);
  if (diatonicIndex(high) - diatonicIndex(low) > 4) return `${name(low)}–${name(high)}`;
  return `${hand === 'right' ? 'thumb' : 'little finger'} ${name(low)}`;
}

/** What is to be said of the piece as a whole. */
export function remarksOf(chosen: Chosen, { recipe }: OpenDocument): readonly string[] {
  const { facts, material, interval } = chosen;
  const source = keyLabel(facts.key);
  const isMoved = interval.semitones !== 0 || interval.steps !== 0;
  const direction =
    interval.semitones > 0 ? 'up' : interval.semitones < 0 ? 'down' : 'to the same sounding pitch, by';
  return [
    isMoved
      ? `From ${source} to ${keyLabel(material.key)}: every note moves ${direction} a ${intervalName(interval)}.`.replace(
          / a (octave|augmented)/,
          ' an $1',
        )
      : `The piece stays in ${source}, the key it came in.`,
    ...tempoRemark(chosen, recipe.tempo),
    ...pickupRemark(material.score.measures),
    ...(recipe.noteValues === 'doubled'
      ? ['Note values are doubled: one measure of the source is two here, at the same pace.']
      : []),
  ];
}

/** A rung's own tempo is said, with the one that is written. */
function tempoRemark({ material }: Chosen, wanted: Recipe['tempo']): readonly string[] {
  const written = tempoOf(material.score);
  if (wanted !== null || material.tempo === written) return [];
  return [
    `♩ = ${Math.round(material.tempo)} on this rung, written ${Math.round(written)}: the tune’s beats come no faster than the rung allows.`,
  ];
}

/** A pickup counts the end of its measure; the last measure of the piece completes it, or that is said. */
export function pickupRemark(measures: readonly Measure[]): readonly string[] {
  const [first, last] = [measures[0], measures.at(-1)];
  if (!first || !last || first === last || !isPickup(measures)) return [];
  const isCompleted = first.length + last.length === metreLength(first.time);
  return [
    isCompleted
      ? 'It opens with a pickup, which the last measure completes.'
      : 'It opens with a pickup that the last measure does not complete: counted as it stands, and left as it is.',
  ];
}
