import { fingerLine } from '../src/lib/core/fingering/finger-line';
import {
  FINGERING_STYLES,
  type FingeringStyle,
} from '../src/lib/core/document/choices/fingering-styles.data';
import { midiOf } from '../src/lib/core/pitch/pitch';
import { readNotation, type TextEvent } from '../src/lib/core/score/text';
import { readArguments } from './arguments';
import { print } from './files';

/** `finger --hand right|left --notes TEXT [--span S] [--style NAME]`: fingers of each onset, low note to high, and the cost. */
export function fingerNotation(args: readonly string[]): boolean {
  const { options } = readArguments(args, ['hand', 'notes', 'span', 'style']);
  const { hand } = options;
  const style = options['style'] ?? 'smooth';
  const span = Number(options['span'] ?? 15);
  if (hand !== 'right' && hand !== 'left') return refuse('Say which hand: --hand right or --hand left.');
  if (!Object.hasOwn(FINGERING_STYLES, style))
    return refuse(`The style can be ${Object.keys(FINGERING_STYLES).join(', ')}.`);
  if (!(span >= 5 && span <= 24)) return refuse('--span is a number of semitones from 5 to 24.');
  const reading = readNotation(options['notes'] ?? '');
  if (!reading.ok) return refuse(reading.message);
  const onsets = onsetsOf(reading.events);
  if (onsets.length === 0) return refuse('Give notes, as --notes "C4 D4 E4".');
  const wide = onsets.findIndex(({ keys }) => keys.length > 5);
  if (wide >= 0) return refuse(`Onset ${wide + 1} has more than five notes for one hand.`);
  const { lowToHigh, cost, localBest } = fingerLine({
    hand,
    largest: span,
    style: style as FingeringStyle,
    onsets,
  });
  print({ fingers: lowToHigh, cost, localBest });
  return true;
}

/** Onsets of a notation; a note that is tied into is not struck again. */
function onsetsOf(events: readonly TextEvent[]) {
  const onsets: { keys: readonly number[]; isAfterRest: boolean }[] = [];
  let isAfterRest = false;
  let isTied = false;
  for (const event of events) {
    if (event.isRest) isAfterRest = true;
    else if (!isTied) {
      onsets.push({ keys: event.pitches.map(midiOf).sort((a, b) => a - b), isAfterRest });
      isAfterRest = false;
    }
    isTied = event.isTied && !event.isRest;
  }
  return onsets;
}

function refuse(message: string): boolean {
  console.error(message);
  return false;
}
