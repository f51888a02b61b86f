import { breaksInHand, priceOf, type CodedBreak, type Rung } from '../limits/registry';
import type { HandSize } from '../hands/reach';
import { handWork, type HandWork, type LoadContext } from '../load/load';
import { midiOf } from '../pitch/pitch';
import type { RhythmClass } from '../rungs/rhythm-classes.data';
import type { Note } from '../score/model';
import { isGeneratedNote } from '../score/ids';
import type { NoteId } from '../units';
import type { Setting } from '../document/choices/settings.data';
import type { HandName } from '../hands/hand';
import type { Loss } from '../score/losses';
import type { Material, MeasureMaterial } from '../analyse/material';
import type { SectionHands } from './section-hands';
import type { MeasurePins } from './measure-pins';
import { isStruckAllowed, type HandMusic } from './reduce-rhythm';
import { chordSounds, type ChordDemand, type ChordSound } from './chord-sounds';
import { leftRank, rightRank, type LeftTexture, type RightTexture } from '../document/choices/textures.data';

/** One way to play one hand of one measure, with what speaks against it by itself. */
export interface HandChoice<Texture> {
  readonly texture: Texture;
  readonly rhythm: RhythmClass;
  readonly music: HandMusic;
  readonly work: HandWork;
  readonly breaks: readonly CodedBreak[];
  /** What it gives to each chord of the measure. */
  readonly sounds: readonly ChordSound[];
  /** Price of its losses, of the limits it breaks, and of leaving the house texture; whole points. */
  readonly price: number;
  /** Outer keys of all that it plays. */
  readonly lowest: number;
  readonly highest: number;
}

/** What speaks against a choice, in points. */
export const PRICES = {
  strongTuneNote: 600,
  tuneNote: 200,
  shortened: 4,
  otherNote: 20,
  /** A section that does not open or close on its bass; a tone that tells a chord; a bass missing at a change of chord. */
  offTheBassAtEnd: 800,
  tellingTone: 300,
  bassAtChange: 150,
  texturePerRank: 60,
  otherTexture: 30,
  loadPointOver: 60,
  /** Of the load itself, so that of two equal choices the lighter wins. */
  loadPoint: 1,
  crossing: 400,
  leftTextureChange: 240,
  /** Taking up the tune's low notes, and leaving them again. */
  sharingChange: 30,
  rightTextureChange: 120,
} as const;

export interface CandidateContext {
  readonly material: Material;
  readonly own: MeasureMaterial;
  readonly rung: Rung;
  readonly setting: Setting;
  readonly size: HandSize;
  readonly hands: SectionHands;
  readonly houseLeft: LeftTexture;
  readonly houseRight: RightTexture;
  readonly chordChanges: ReadonlySet<number>;
  /** What the chords of the measure ask for. */
  readonly demands: readonly ChordDemand[];
  readonly strongTune: ReadonlySet<NoteId>;
  readonly pins: MeasurePins;
}

/** Weighs a hand's music. With the work known, as when another rung's choice is judged, that is taken over. */
export function weighHand<Texture extends LeftTexture | RightTexture>(
  context: CandidateContext,
  hand: HandName,
  { texture, rhythm, music }: Pick<HandChoice<Texture>, 'texture' | 'rhythm' | 'music'>,
  known: HandWork | null = null,
): HandChoice<Texture> {
  const { rung, own, houseLeft, houseRight } = context;
  const work = known ?? workOf(context, hand, music.notes, rhythm);
  const breaks = breaksInHand(
    {
      hand,
      setting: context.setting,
      measure: own.measure,
      offset: own.offset,
      lengthMs: own.lengthMs,
      comfortableSemitones: context.size[hand].comfortable,
      largestSemitones: context.size[hand].largest,
      chordChanges: context.chordChanges,
      notes: music.notes,
      work,
      texture,
      place: context.hands[hand],
    },
    rung,
  );
  const distance =
    hand === 'left'
      ? textureDistance(leftRank(texture as LeftTexture), leftRank(houseLeft), texture === houseLeft)
      : textureDistance(rightRank(texture as RightTexture), rightRank(houseRight), texture === houseRight);
  const keys = music.notes.map((note) => midiOf(note.pitch));
  return {
    texture,
    rhythm,
    music,
    work,
    breaks,
    sounds: chordSounds(
      context.demands,
      music.notes,
      (note) => texture !== 'as-written' && isGeneratedNote(note.id),
    ),
    price: priceOf(breaks) + lossPrice(context, music.losses) + distance,
    lowest: Math.min(...keys),
    highest: Math.max(...keys),
  };
}

function workOf(
  { material, own, size }: Pick<CandidateContext, 'material' | 'own' | 'size'>,
  hand: HandName,
  notes: readonly Note[],
  rhythm: RhythmClass,
): HandWork {
  const load: LoadContext = {
    measure: own.measure,
    offset: own.offset,
    key: own.measure.key,
    lengthMs: own.lengthMs,
  };
  return handWork(notes, heldIds(material, own, notes, rhythm), size[hand], load);
}

/** Notes that are held over rather than struck. One whose beginning the rhythm leaves out, or that enters late, is struck. */
function heldIds(
  material: Material,
  { measure }: MeasureMaterial,
  notes: readonly Note[],
  rhythm: RhythmClass,
): ReadonlySet<string> {
  const held = new Set<string>();
  for (const note of notes) {
    const origin = material.heldFrom.get(note.id);
    const isInPlace = note.at === material.startOf.get(note.id);
    if (origin !== undefined && isInPlace && isStruckAllowed(origin, rhythm, measure.time)) held.add(note.id);
    if (note.tieTo !== null) held.add(note.tieTo);
  }
  return held;
}

function lossPrice({ material, strongTune }: CandidateContext, losses: readonly Loss[]): number {
  let price = 0;
  for (const loss of losses)
    for (const note of loss.notes) {
      const isTune = material.tuneIds.has(note);
      if (loss.kind === 'left-out')
        price += isTune ? (strongTune.has(note) ? PRICES.strongTuneNote : PRICES.tuneNote) : PRICES.otherNote;
      else if (loss.kind === 'shortened') price += PRICES.shortened;
    }
  return price;
}

function textureDistance(rank: number, house: number, isHouse: boolean): number {
  if (isHouse) return 0;
  return PRICES.otherTexture + PRICES.texturePerRank * Math.abs(house - rank);
}
