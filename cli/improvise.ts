import { materialOver } from '../src/lib/core/improvise/material';
import { readChord } from '../src/lib/core/pitch/chord';
import { readKey } from '../src/lib/core/pitch/key';
import { spellingName, type Spelling } from '../src/lib/core/pitch/pitch';
import { readArguments } from './arguments';
import { print } from './files';

/** `improvise SYMBOL [--key G]`: what can be played freely over a chord, spelled. */
export function improviseOver(args: readonly string[]): boolean {
  const { files, options } = readArguments(args, ['key']);
  const key = options['key'] === undefined ? null : readKey(options['key']);
  if (options['key'] !== undefined && !key)
    return refuse(`“${options['key']}” is no key; write G, Bb or F#m.`);
  if (files.length !== 1) return refuse('Give one chord symbol, as: improvise G7 --key C.');
  const reading = readChord(files[0]!);
  if (!reading.ok) {
    print({ error: { code: reading.code, message: reading.message, place: { character: reading.at + 1 } } });
    return refuse(reading.message);
  }
  if (reading.chord.kind === 'none') return refuse('Over N.C. there is no chord to play over.');
  const { tones, threeNotes, scale, scaleName, avoid } = materialOver(reading.chord, key);
  const names = (notes: readonly Spelling[]) => notes.map(spellingName);
  print({
    tones: names(tones),
    threeNotes: threeNotes.map(names),
    scale: names(scale),
    avoid: names(avoid),
    scaleName,
  });
  return true;
}

function refuse(message: string): boolean {
  console.error(message);
  return false;
}
