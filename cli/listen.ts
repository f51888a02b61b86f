import { readFileSync } from 'node:fs';
import { hear } from '../src/lib/core/listen/hear';
import { readTake } from '../src/lib/core/listen/take';
import { readScore } from '../src/lib/core/formats/read-score';
import { pitchName } from '../src/lib/core/pitch/pitch';
import { spellClassInKey, withOctave } from '../src/lib/core/pitch/spell';
import type { Key } from '../src/lib/core/pitch/key';
import { readArguments } from './arguments';
import { print } from './files';

/** `listen FILE PERFORMANCE.mid [--hand right|left] [--transpose SEMITONES]`: what was played, measure by measure. */
export function listenToFile(args: readonly string[]): boolean {
  const { files, options } = readArguments(args, ['hand', 'transpose']);
  const [file, performance] = files;
  if (!file || !performance || files.length > 2)
    return refuse('Give a score and a performance: listen FILE PERFORMANCE.mid [--hand right|left].');
  const { hand = null } = options;
  if (hand !== null && hand !== 'right' && hand !== 'left') return refuse('The hand is right or left.');
  const transpose = Number(options['transpose'] ?? 0);
  if (!Number.isInteger(transpose) || Math.abs(transpose) > 24)
    return refuse('Give the keyboard’s setting in semitones, as --transpose -2.');
  const bytes = [file, performance].map(bytesOf);
  const missing = bytes.findIndex((each) => each === null);
  if (missing >= 0) return fault(files[missing]!, 'not-found', `There is no file ${files[missing]}.`);
  const read = readScore(bytes[0]!, file);
  if (!read.ok) return fault(file, read.error.code, read.error.message, read.error.place);
  const take = readTake(bytes[1]!, performance);
  if (!take.ok) return fault(performance, take.error.code, take.error.message, take.error.place);
  const score = read.value;
  const heard = hear(score, take.take, { hand, transpose });
  const numberOf = (measure: number) => score.measures[measure]!.number || String(measure);
  print({
    file,
    measures: heard.measures.map(({ measure, isSkipped, wrong, missing: lacking, extra, ...rest }) => {
      const { key } = score.measures[measure]!;
      if (isSkipped)
        return { number: numberOf(measure), measureIndex: measure, expected: rest.expected, skipped: true };
      return {
        number: numberOf(measure),
        measureIndex: measure,
        expected: rest.expected,
        right: rest.right,
        wrong: wrong.map(({ expected, played, octaves }) => ({
          expected: pitchName(expected),
          played: nameOf(played, key),
          ...(octaves === 0 ? {} : { octaves }),
        })),
        missing: lacking.map(({ pitch }) => pitchName(pitch)),
        extra: extra.map((each) => nameOf(each, key)),
        ...{ earlyMs: rest.earlyMs, lateMs: rest.lateMs, handsApartMs: rest.handsApartMs },
        ...{ stops: rest.stops, timesPlayed: rest.timesPlayed },
      };
    }),
    tempoBpm: heard.tempoBpm,
    restarts: heard.restarts.map(({ atMeasure, backTo }) => ({
      atMeasure: numberOf(atMeasure),
      backTo: numberOf(backTo),
    })),
    skips: heard.skips.map(numberOf),
    octavesOff: heard.octavesOff,
    semitonesOff: heard.semitonesOff,
  });
  return true;
}

function nameOf(midi: number, key: Key): string {
  return pitchName(withOctave(spellClassInKey(((midi % 12) + 12) % 12, key), midi));
}

function bytesOf(file: string): Uint8Array | null {
  try {
    return new Uint8Array(readFileSync(file));
  } catch {
    return null;
  }
}

function fault(file: string, code: string, message: string, place: object = { file }): boolean {
  print({ file, error: { code, message, place } });
  return refuse(message);
}

function refuse(message: string): boolean {
  console.error(message);
  return false;
}
