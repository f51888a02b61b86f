import type { HandSize } from '../hands/reach';
import { handWork, type HandWork, type LoadContext } from '../load/load';
import { diatonicIndex, midiOf } from '../pitch/pitch';
import type { RhythmClass, Rung } from '../rungs/rungs';
import type { Note } from '../score/model';
import type { NoteId } from '../units';
import type { Setting } from './document';
import { breaksInMeasure, breaksTexture, type Break } from './limits';
import { pitchLabel, type HandName, type Loss } from './losses';
import type { Material, MeasureMaterial, SectionHands } from './material';
import type { MeasurePins } from './measure-pins';
import { isStruckAllowed, type HandMusic } from './reduce-rhythm';
import { leftRank, rightRank, type LeftTexture, type RightTexture } from './textures.data';

/** One way to play one hand of one measure, with what speaks against it by itself. */
export interface HandChoice<Texture> {
  readonly texture: Texture;
  readonly rhythm: RhythmClass;
  readonly music: HandMusic;
  readonly work: HandWork;
  readonly breaks: readonly Break[];
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
  bassNote: 60,
  texturePerRank: 60,
  otherTexture: 30,
  breaks: {
    rhythm: 1000,
    onsets: 700,
    texture: 2000,
    'at-once': 1000,
    width: 1000,
    leap: 50,
    'left-onsets': 400,
    position: 250,
    chromatic: 0,
    load: 0,
    signature: 0,
    length: 0,
  },
  loadPointOver: 60,
  /** Of the load itself, so that of two equal choices the lighter wins. */
  loadPoint: 1,
  crossing: 400,
  leapBetween: 50,
  leftTextureChange: 120,
  /** Taking up the tune's low notes, and leaving them again. */
  sharingChange: 30,
  rightTextureChange: 60,
  unlikeFirstTime: 70,
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
  const judged = { hand, notes: music.notes, work, hasTune: texture === 'shares-tune' };
  const beyond = breaksTexture(texture, hand, rung);
  const breaks = [
    ...(beyond ? [beyond] : []),
    ...breaksInMeasure(judged, {
      rung,
      setting: context.setting,
      size: context.size,
      measure: own.measure,
      offset: own.offset,
      lengthMs: own.lengthMs,
      chordChanges: context.chordChanges,
    }),
    ...positionBreaks(context, hand, music.notes),
  ];
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
    price:
      breaks.reduce((sum, each) => sum + PRICES.breaks[each.limit], 0) +
      lossPrice(context, music.losses) +
      distance,
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

/** On a rung where neither hand may shift, notes outside the five letters of its section. */
function positionBreaks(
  { rung, setting, hands }: CandidateContext,
  hand: HandName,
  notes: readonly Note[],
): readonly Break[] {
  const rule = hand === 'right' ? rung.rightPosition : rung.leftPosition;
  const isExempt = hand === 'right' ? setting === 'sing' : setting === 'study';
  if (rule !== 'one-per-section' || isExempt) return [];
  const { low, high } = hands[hand];
  return notes.flatMap((note): readonly Break[] => {
    const step = diatonicIndex(note.pitch);
    if (step >= low && step <= high) return [];
    return [
      {
        limit: 'position',
        hand,
        sentence: `${pitchLabel(note.pitch)} lies outside the ${hand} hand’s five notes of this section`,
      },
    ];
  });
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
