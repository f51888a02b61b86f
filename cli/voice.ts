import { AVERAGE_HAND } from '../src/lib/core/hands/reach';
import type { HandName } from '../src/lib/core/hands/hand';
import { SUNG_TEXTURES, TEXTURES } from '../src/lib/core/document/choices/textures.data';
import { voiceChords, type VoiceTask } from '../src/lib/core/voicing/voice-chords';
import { VOICING_STYLES, type VoicingStyle } from '../src/lib/core/document/choices/voicing-styles.data';
import { midiOf, pitchName } from '../src/lib/core/pitch/pitch';
import { readChord } from '../src/lib/core/pitch/chord';
import { ticks } from '../src/lib/core/units';
import { readArguments } from './arguments';
import { print } from './files';

/** `voice --chords "C F/A G7" [--hand left|right] [--style nearest|root|same-shape]`: spelled notes, low to high. */
export function voiceNotation(args: readonly string[]): boolean {
  const { options } = readArguments(args, ['chords', 'hand', 'style']);
  const symbols = (options['chords'] ?? '')
    .trim()
    .split(/\s+/)
    .filter((each) => each !== '' && each !== '|');
  const hand = (options['hand'] ?? 'left') as HandName;
  const style = (options['style'] ?? 'nearest') as VoicingStyle;
  if (symbols.length === 0) return refuse('Give chords, as --chords "C F/A G7".');
  if (hand !== 'left' && hand !== 'right') return refuse('The hand is left or right.');
  if (!(style in VOICING_STYLES))
    return refuse(`The style can be ${Object.keys(VOICING_STYLES).join(', ')}.`);
  const readings = symbols.map(readChord);
  const fault = readings.findIndex((reading) => !reading.ok);
  if (fault >= 0) return refuse(`“${symbols[fault]}” (chord ${fault + 1}) is no chord symbol.`);
  const tasks = readings.flatMap((reading, index): VoiceTask[] =>
    reading.ok
      ? [
          {
            span: {
              measure: index,
              slot: 0,
              at: ticks(index * 40_320),
              duration: ticks(40_320),
              chord: reading.chord,
            },
            texture: hand === 'left' ? TEXTURES['close-triads'] : SUNG_TEXTURES['inversions-held'],
            hand,
            otherHand: null,
            reach: AVERAGE_HAND[hand],
            widest: null,
            position: null,
            room: { atOnce: 3, inTurn: 3, isPlain: false, isOverBass: hand === 'right' },
            standsOnBass: 'may',
            byHand: null,
          },
        ]
      : [],
  );
  const voiced = new Map(voiceChords(tasks, style).map((voicing) => [voicing.span.measure, voicing]));
  print(
    symbols.map((_, index) =>
      [...(voiced.get(index)?.tones ?? [])]
        .sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch))
        .map(({ pitch }) => pitchName(pitch)),
    ),
  );
  return true;
}

function refuse(message: string): boolean {
  console.error(message);
  return false;
}
