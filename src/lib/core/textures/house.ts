import type { TimeSignature } from '../score/model';
import { beatsOf, isCompound } from '../score/time';
import type { Setting } from '../document/choices/settings.data';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';

/** What each rung plays when nothing else is asked for; a studio may choose others. */
export interface HouseTextures {
  readonly soloLeft: LeftTexture;
  /** In three-beat metres. */
  readonly soloLeftInThree: LeftTexture;
  readonly soloRight: RightTexture;
  readonly singLeft: LeftTexture;
  readonly singRight: RightTexture;
}

export const DEFAULT_HOUSE: readonly HouseTextures[] = [
  {
    soloLeft: 'held-note',
    soloLeftInThree: 'held-note',
    soloRight: 'tune',
    singLeft: 'held-root',
    singRight: 'root-triads',
  },
  {
    soloLeft: 'open-fifth',
    soloLeftInThree: 'open-fifth',
    soloRight: 'tune',
    singLeft: 'held-root',
    singRight: 'root-triads-pulsed',
  },
  {
    soloLeft: 'close-triads',
    soloLeftInThree: 'close-triads',
    soloRight: 'thirds-at-ends',
    singLeft: 'root-fifth',
    singRight: 'inversions-pulsed',
  },
  {
    soloLeft: 'broken-triads',
    soloLeftInThree: 'root-then-chord',
    soloRight: 'thirds-on-strong',
    singLeft: 'pulsed-fifth',
    singRight: 'full-then-thin',
  },
  {
    soloLeft: 'outer-first-broken',
    soloLeftInThree: 'root-then-chord',
    soloRight: 'chord-under-tune',
    singLeft: 'octave-bass',
    singRight: 'broken-up-down',
  },
  {
    soloLeft: 'tenths-broken',
    soloLeftInThree: 'tenths-broken',
    soloRight: 'chord-under-tune',
    singLeft: 'octave-bass',
    singRight: 'broken-filled',
  },
];

export function houseLeft(house: HouseTextures, setting: Setting, time: TimeSignature): LeftTexture {
  if (setting === 'study') return 'as-written';
  if (setting === 'sing') return house.singLeft;
  return beatsOf(time).length === 3 && !isCompound(time) ? house.soloLeftInThree : house.soloLeft;
}

export function houseRight(house: HouseTextures, setting: Setting): RightTexture {
  if (setting === 'study') return 'as-written';
  return setting === 'sing' ? house.singRight : house.soloRight;
}
