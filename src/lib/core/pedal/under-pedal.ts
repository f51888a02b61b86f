import { MUD_BELOW_KEY, MUD_LIMIT, roughnessThousandths } from '../hands/mud';
import { midiOf, type Pitch } from '../pitch/pitch';
import { DECAY } from './decay.data';

/** A note under the pedal: it sounds from its onset until the pedal lifts, or its key, whichever is later. */
export interface PedalledNote {
  readonly pitch: Pitch;
  readonly at: number;
  /** Where the key is let go. */
  readonly end: number;
}

/** The worst pair that blurs while a pedal is down. */
export interface PedalMud {
  readonly low: Pitch;
  readonly high: Pitch;
  /** Where the later of them is struck. */
  readonly at: number;
  readonly thousandths: number;
}

/** How much of a tone's amplitude is left after a time, 0–1: it falls by 60 dB in its key's decay time. */
export function amplitudeAfter(key: number, ms: number): number {
  const decayMs = DECAY.longestMs * 2 ** ((DECAY.onKey - key) / DECAY.halvesEverySemitones);
  return 10 ** ((-3 * Math.max(0, ms)) / decayMs);
}

/**
 * The worst pair of all that still sounds while the pedal is down from `down` to `up` (ticks), each tone fallen by its
 * decay when the later one is struck; only pairs whose lower note lies below E3 count. Roughness is linear in the product
 * of two amplitudes (Sethares 1993), so decay scales it. O(notes²).
 */
export function worstUnderPedal(
  notes: readonly PedalledNote[],
  { down, up }: { readonly down: number; readonly up: number },
  msPerTick: number,
): PedalMud | null {
  const sounding = notes.filter((note) => note.at < up && note.end > down);
  let worst: PedalMud | null = null;
  for (const [index, later] of sounding.entries()) {
    for (const [place, earlier] of sounding.entries()) {
      if (earlier.at > later.at || (earlier.at === later.at && place >= index)) continue;
      const [low, high] = midiOf(earlier.pitch) <= midiOf(later.pitch) ? [earlier, later] : [later, earlier];
      if (midiOf(low.pitch) >= MUD_BELOW_KEY || midiOf(low.pitch) === midiOf(high.pitch)) continue;
      const left = amplitudeAfter(midiOf(earlier.pitch), (later.at - earlier.at) * msPerTick);
      const thousandths = Math.round(roughnessThousandths(midiOf(low.pitch), midiOf(high.pitch)) * left);
      if (!worst || thousandths > worst.thousandths)
        worst = { low: low.pitch, high: high.pitch, at: later.at, thousandths };
    }
  }
  return worst;
}

export function isPedalMuddy(mud: PedalMud | null): mud is PedalMud {
  return mud !== null && mud.thousandths > 1000 * MUD_LIMIT;
}
