const NAMES = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'];

/** A piano key by the name that players use: `E♭4`. */
export function pianoKeyName(key: number): string {
  return `${NAMES[key % 12]}${Math.floor(key / 12) - 1}`;
}
