import type { LeftTexture, RightTexture } from '../document/choices/textures.data';
import type { HandName } from '../hands/hand';
import { invertDirection, transposePitch } from '../pitch/interval';
import { chordName, transposeChord, type NamedChord } from '../pitch/chord';
import { midiOf, type Pitch } from '../pitch/pitch';
import type { ArrangementDocument } from '../document/document';
import { openDocument, type OpenDocument } from '../document/open-document';
import type { SourceFacts } from '../analyse/study-source';
import type { Pin } from '../document/pins/registry';
import { voicingPin, voicingPinId, type VoicingByHand } from '../document/pins/voicing';
import type { ChordVoicing } from '../voicing/voice-chords';
import { ANYONE, type ArrangeFor } from './arrange-for';
import { chooseArrangement, type Chosen } from './choose-arrangement';

/** One chord of one hand that can be voiced by hand. Pitches and the chord are in the source's key, as pins are. */
export interface VoicingPlace {
  readonly hand: HandName;
  /** Of the source. */
  readonly measure: number;
  readonly tick: number;
  readonly texture: LeftTexture | RightTexture;
  readonly chord: NamedChord;
  readonly pitches: readonly Pitch[];
  /** The chord and its notes as they are printed. */
  readonly shown: { readonly chord: NamedChord; readonly pitches: readonly Pitch[] };
  readonly isByHand: boolean;
  /** Every other place where the hand has this chord in this texture: measures of the source, with ticks. */
  readonly others: readonly Pick<VoicingPlace, 'measure' | 'tick' | 'isByHand' | 'pitches'>[];
}

/** The chords of a measure that a texture is made from, the right hand's first; none where a hand plays what is written. */
export function voicingPlaces(
  facts: SourceFacts,
  document: ArrangementDocument,
  measure: number,
  whom: ArrangeFor = ANYONE,
): readonly VoicingPlace[] {
  const chosen = chooseArrangement(facts, openDocument(document), whom);
  const pins = new Set(document.pins.map(({ id }) => id));
  return (['right', 'left'] as const).flatMap((hand) => {
    const all = chosen.solved.voicings[hand].flatMap((own, index) =>
      own.flatMap((each) => placeOf(chosen, hand, each, index, pins) ?? []),
    );
    return all
      .filter(({ at }) => at === measure)
      .map(({ place }) => {
        const name = `${chordName(place.chord)}/${place.texture}`;
        const others = new Map(
          all
            .map((each) => each.place)
            .filter((each) => `${chordName(each.chord)}/${each.texture}` === name)
            .filter((each) => each.measure !== place.measure || each.tick !== place.tick)
            .map((each) => [
              `${each.measure}/${each.tick}`,
              { measure: each.measure, tick: each.tick, isByHand: each.isByHand, pitches: each.pitches },
            ]),
        );
        return { ...place, others: [...others.values()] };
      });
  });
}

function placeOf(
  { facts, solved, interval, scale }: Chosen,
  hand: HandName,
  { span, tones }: ChordVoicing,
  index: number,
  pins: ReadonlySet<string>,
): { readonly at: number; readonly place: Omit<VoicingPlace, 'others'> } | null {
  const { chord } = span;
  if (chord?.kind !== 'chord') return null;
  const measure = facts.sourceMeasure[index]!;
  const measures = solved.material.score.measures;
  // Doubled values make two measures of one of the source.
  const opening =
    scale > 1 && facts.sourceMeasure[index - 1] === measure ? measures[index - 1]! : measures[index]!;
  const tick = (span.at - opening.start) / scale;
  const pitches = [...tones.map(({ pitch }) => pitch)].sort((a, b) => midiOf(a) - midiOf(b));
  const back = invertDirection(interval);
  const own = transposeChord(chord, back);
  if (own.kind !== 'chord') return null;
  return {
    at: index,
    place: {
      hand,
      measure,
      tick,
      texture: solved.choices[index]!.candidate[hand].texture,
      chord: own,
      pitches: pitches.map((pitch) => transposePitch(pitch, back)),
      shown: { chord, pitches },
      isByHand: pins.has(voicingPinId(measure, tick, hand)),
    },
  };
}

/** Voicings by hand that wait, because the hand has another texture there. */
export function restingVoicings({ facts, solved }: Chosen, { decides }: OpenDocument): readonly Pin[] {
  const isPlayed = ({ measure, hand, texture }: VoicingByHand) =>
    solved.choices.some(
      ({ candidate }, index) => facts.sourceMeasure[index] === measure && candidate[hand].texture === texture,
    );
  return decides.voicings.filter((pin) => !isPlayed(pin)).map(voicingPin);
}
