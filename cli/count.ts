import { countMeasure, DEFAULT_COUNT_OPTIONS, type CountOptions } from '../src/lib/core/counting/count';
import {
  COMPOUND_COUNTS,
  COUNTING_STYLES,
  NUMBERS_TRIPLET,
} from '../src/lib/core/document/choices/counting-styles.data';
import { isValidTime, metreLength } from '../src/lib/core/score/time';
import { readNotation } from '../src/lib/core/score/text';
import { ticks, TICKS_PER_WHOLE } from '../src/lib/core/units';
import { readArguments } from './arguments';
import { print } from './files';
import { quarters } from './notes';

/** `count --time 4/4 --notes TEXT [--pickup 1/4] [--fill needed|running] [--style …] [--compound …] [--triplet …]`: the syllables of each measure in turn. */
export function countNotation(args: readonly string[]): boolean {
  const { options } = readArguments(args, [
    'time',
    'notes',
    'pickup',
    'fill',
    'style',
    'compound',
    'triplet',
  ]);
  const [beats, beatType] = (options['time'] ?? '').split('/').map(Number);
  const time = { beats: beats ?? 0, beatType: beatType ?? 0 };
  if (!isValidTime(time)) return refuse('Give the metre as --time 4/4.');
  const reading = readNotation(options['notes'] ?? '');
  if (!reading.ok) return refuse(reading.message);
  const full = metreLength(time);
  const [over, under] = (options['pickup'] ?? '0/1').split('/').map(Number);
  const pickup = Math.round((TICKS_PER_WHOLE * (over ?? 0)) / (under ?? 1));
  if (!(pickup >= 0 && pickup < full))
    return refuse('A pickup is shorter than a measure; give it as --pickup 1/4.');
  const style = options['style'] ?? 'numbers';
  const compound = options['compound'] ?? 'and-a';
  const triplet = options['triplet'] ?? 'trip-let';
  if (!isOneOf(style, COUNTING_STYLES))
    return refuse(`--style can be ${Object.keys(COUNTING_STYLES).join(', ')}.`);
  if (!isOneOf(compound, COMPOUND_COUNTS))
    return refuse(`--compound can be ${Object.keys(COMPOUND_COUNTS).join(', ')}.`);
  if (!isOneOf(triplet, NUMBERS_TRIPLET))
    return refuse(`--triplet can be ${Object.keys(NUMBERS_TRIPLET).join(', ')}.`);
  const sounding = joinTies(reading.events);
  const counts = [];
  let start = 0;
  let length = pickup > 0 ? pickup : full;
  while (start < reading.length) {
    const own = Math.min(length, reading.length - start);
    const offset = start === 0 && pickup > 0 ? full - pickup : 0;
    const inMeasure = sounding
      .filter((each) => each.end > start && each.at < start + own)
      .map((each) => ({ at: each.at - start, end: each.end - start }));
    const fill: CountOptions['fill'] = options['fill'] === 'running' ? 'running' : 'needed';
    const chosen: CountOptions = { ...DEFAULT_COUNT_OPTIONS, fill, style, compound, triplet };
    for (const count of countMeasure(time, ticks(own), ticks(offset), inMeasure, chosen)) {
      counts.push({ syllable: count.syllable, state: count.state, at: quarters(start + count.at) });
    }
    start += own;
    length = full;
  }
  print(counts);
  return true;
}

function joinTies(events: readonly { at: number; duration: number; isRest: boolean; isTied: boolean }[]) {
  const sounding: { at: number; end: number }[] = [];
  let isTied = false;
  for (const event of events) {
    const end = event.at + event.duration;
    if (event.isRest) isTied = false;
    else {
      if (isTied && sounding.length > 0) sounding.at(-1)!.end = end;
      else sounding.push({ at: event.at, end });
      isTied = event.isTied;
    }
  }
  return sounding;
}

function refuse(message: string): boolean {
  console.error(message);
  return false;
}

function isOneOf<T extends object>(name: string, table: T): name is Extract<keyof T, string> {
  return Object.hasOwn(table, name);
}
