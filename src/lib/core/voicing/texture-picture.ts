import {
  isGenerated,
  isSung,
  SUNG_TEXTURES,
  TEXTURES,
  type LeftTexture,
  type RightTexture,
  type TextureFacts,
} from '../document/choices/textures.data';
import type { HandName } from '../hands/hand';
import { spanOf } from '../hands/reach';
import { PLAIN, type Chord } from '../pitch/chord';
import { midiOf } from '../pitch/pitch';
import { placesIn } from '../textures/figures';
import type { Measure } from '../score/model';
import { metreLength } from '../score/time';
import { ticks } from '../units';
import { voiceChords } from './voice-chords';
import { writeChord } from './write-chords';

/** One note of a picture: where it begins and how long it is, in shares of the measure, and its key. */
export interface PictureNote {
  readonly at: number;
  readonly length: number;
  readonly key: number;
}

const TIME = { beats: 4, beatType: 4 };
const LENGTH = metreLength(TIME);
const MEASURE: Measure = {
  index: 0,
  number: '1',
  start: ticks(0),
  length: LENGTH,
  time: TIME,
  key: { fifths: 0, mode: 'major' },
  barline: 'single',
  startsRepeat: false,
  endsRepeat: null,
  endings: [],
  rehearsal: null,
};
/** A hand that every texture fits, and a chord that has every tone that one takes. */
const ANY_HAND = spanOf(16);
const CHORD: Chord = {
  kind: 'chord',
  root: { step: 'C', alter: 0 },
  quality: { ...PLAIN, seventh: 'major' },
  bass: null,
};

const drawn = new Map<string, readonly PictureNote[] | null>();

/** What a texture made from chords plays over one chord in one measure of 4/4; null for a texture that has notes of the source. */
export function texturePicture(texture: LeftTexture | RightTexture): readonly PictureNote[] | null {
  const known = drawn.get(texture);
  if (known !== undefined) return known;
  const made = isGenerated(texture as LeftTexture)
    ? pictureOf(TEXTURES[texture as keyof typeof TEXTURES], 'left')
    : isSung(texture as RightTexture)
      ? pictureOf(SUNG_TEXTURES[texture as keyof typeof SUNG_TEXTURES], 'right')
      : null;
  drawn.set(texture, made);
  return made;
}

function pictureOf(texture: TextureFacts, hand: HandName): readonly PictureNote[] {
  const inTurn = placesIn({ from: 0, duration: LENGTH, time: TIME });
  const [voicing] = voiceChords([
    {
      span: { measure: 0, slot: 0, at: ticks(0), duration: LENGTH, chord: CHORD },
      texture,
      hand,
      otherHand: null,
      reach: ANY_HAND,
      widest: null,
      position: null,
      byHand: null,
      room: { atOnce: 5, inTurn, isPlain: !texture.stack.includes('seventh'), isOverBass: hand === 'right' },
      standsOnBass: 'must',
    },
  ]);
  if (!voicing) return [];
  return writeChord({ voicing, hand, measure: MEASURE, offset: 0, next: null, slashes: null }).map(
    ({ at, duration, pitch }) => ({ at: at / LENGTH, length: duration / LENGTH, key: midiOf(pitch) }),
  );
}
