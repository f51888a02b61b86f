import { chordName, qualityName, readChord, spellChord } from '../src/lib/core/pitch/chord';
import { spellingName } from '../src/lib/core/pitch/pitch';
import { degreeName, degreeOf, isChordInKey, romanNumeral } from '../src/lib/core/analyse/degrees';
import { keyName, readKey } from '../src/lib/core/pitch/key';
import { readArguments } from './arguments';
import { print } from './files';

/** `chord SYMBOL [--key G]`: its root, quality, tones and bass, spelled, and its degree in a key. */
export function describeChord(args: readonly string[]): boolean {
  const { files, options } = readArguments(args, ['key']);
  const key = options['key'] === undefined ? null : readKey(options['key']);
  if (options['key'] !== undefined && !key) {
    console.error(`“${options['key']}” is no key; write G, Bb or F#m.`);
    return false;
  }
  const reading = readChord(files[0] ?? '');
  if (!reading.ok) {
    print({ error: { code: reading.code, message: reading.message, place: { character: reading.at + 1 } } });
    console.error(reading.message);
    return false;
  }
  const { chord } = reading;
  if (chord.kind === 'none') print({ symbol: 'N.C.', root: null, quality: null, tones: [], bass: null });
  else {
    print({
      symbol: chordName(chord),
      root: spellingName(chord.root),
      quality: qualityName(chord.quality),
      tones: spellChord(chord).map(spellingName),
      bass: spellingName(chord.bass ?? chord.root),
      degree: key ? degreeName(degreeOf(chord.root, key)) : null,
      ...(key
        ? { key: keyName(key), roman: romanNumeral(chord, key), outsideKey: !isChordInKey(chord, key) }
        : {}),
    });
  }
  return true;
}
