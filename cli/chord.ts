import { chordName, qualityName, readChord, spellChord } from '../src/lib/core/pitch/chord';
import { spellingName } from '../src/lib/core/pitch/pitch';
import { readArguments } from './arguments';
import { print } from './files';

/** `chord SYMBOL`: its root, quality, tones and bass, spelled. */
export function describeChord(args: readonly string[]): boolean {
  const { files } = readArguments(args, ['key']);
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
    });
  }
  return true;
}
