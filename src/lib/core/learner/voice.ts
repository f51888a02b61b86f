/** A singer's lowest and highest key, and the comfortable middle of it, as MIDI numbers. */
export interface VoiceRange {
  readonly lowest: number;
  readonly highest: number;
  readonly comfortLowest: number;
  readonly comfortHighest: number;
}

export interface KnownVoice {
  readonly voiceLowest: number | null;
  readonly voiceHighest: number | null;
  readonly voiceComfortLowest: number | null;
  readonly voiceComfortHighest: number | null;
}

const MINOR_THIRD = 3;

/** What a learner sings; null where it was not asked. The comfortable middle is a third from either end until it was. */
export function voiceOf(known: KnownVoice): VoiceRange | null {
  const { voiceLowest: lowest, voiceHighest: highest } = known;
  if (lowest === null || highest === null) return null;
  return {
    lowest,
    highest,
    comfortLowest: known.voiceComfortLowest ?? lowest + MINOR_THIRD,
    comfortHighest: known.voiceComfortHighest ?? highest - MINOR_THIRD,
  };
}
