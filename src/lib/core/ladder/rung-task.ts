import type { HandSize } from '../hands/reach';
import type { Candidate } from './candidates';
import type { Choice } from './choose';
import type { Setting } from '../document/choices/settings.data';
import type { Material } from '../analyse/material';
import type { SectionHands } from './section-hands';
import type { ArrangingRules } from './rules';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';
import type { HandName } from '../hands/hand';
import type { Voicings } from './voicings';
import type { VoicingStyle } from '../document/choices/voicing-styles.data';

/** What an arrangement asks of every rung. */
export interface Wishes {
  readonly settingAt: readonly Setting[];
  readonly leftTexture: LeftTexture | 'by-rung';
  readonly rightTexture: RightTexture | 'by-rung';
  readonly voicing: VoicingStyle;
  /** Rungs may take the piece slower than it is written. */
  readonly isPaced: boolean;
  /** The learner plays without a pedal. */
  readonly isDry: boolean;
}

export interface RungTask {
  readonly material: Material;
  readonly rules: ArrangingRules;
  /** Place in the ladder, from 1. */
  readonly place: number;
  readonly wishes: Wishes;
  readonly size: HandSize;
  readonly above: SolvedRung | null;
}

export interface SolvedRung {
  /** The music at the tempo of this rung. */
  readonly material: Material;
  readonly place: number;
  readonly choices: readonly Choice[];
  readonly candidates: readonly (readonly Candidate[])[];
  /** How each hand has the chords of each measure, where it is made from chords. */
  readonly voicings: Readonly<Record<HandName, Voicings>>;
  /** Where the hands stay, section by section, on rungs where they may not shift. */
  readonly hands: readonly SectionHands[];
}
