import type { VoiceRange } from '../src/lib/core/learner/voice';
import { ANYONE } from '../src/lib/core/arrange/arrange-for';
import { newDocument } from '../src/lib/core/document/document';
import { DEFAULT_RULES } from '../src/lib/core/ladder/rules';
import { makeupOf, studySource } from '../src/lib/core/analyse/study-source';
import { spanOf } from '../src/lib/core/hands/reach';
import { KEY_STYLES, rateKey, sortKeys, twelveKeys } from '../src/lib/core/keys/rank-keys';
import { midiOf, readPitch } from '../src/lib/core/pitch/pitch';
import { readArguments } from './arguments';
import { forEachScore } from './files';

/** `keys FILE… --rung N [--span-left S] [--span-right S] [--voice LOW-HIGH] [--keyboard LOW-HIGH] [--style NAME]`. */
export function rankKeysOfFiles(args: readonly string[]): boolean {
  const names = ['rung', 'span-left', 'span-right', 'voice', 'keyboard', 'style'];
  const { files, options } = readArguments(args, names);
  const rung = Number(options['rung'] ?? 3);
  if (!(Number.isInteger(rung) && rung >= 1 && rung <= DEFAULT_RULES.rungs.length))
    return refuse(`A rung is a whole number from 1 to ${DEFAULT_RULES.rungs.length}.`);
  const style = options['style'] ?? 'fewest-signs';
  if (!isStyle(style)) return refuse(`The style can be ${Object.keys(KEY_STYLES).join(', ')}.`);
  const spans = [options['span-right'], options['span-left']].map((each) => Number(each ?? 15));
  if (spans.some((each) => !(each >= 5 && each <= 24))) return refuse('A span is a number from 5 to 24.');
  const sung = rangeOf(options['voice']);
  const keyboard = rangeOf(options['keyboard']);
  if (sung === 'fault' || keyboard === 'fault') return refuse('Give a range as C2-C6, lowest first.');
  const voice: VoiceRange | null = sung && {
    ...sung,
    comfortLowest: sung.lowest + 3,
    comfortHighest: sung.highest - 3,
  };
  const whom = {
    ...ANYONE,
    keyboard: keyboard ?? ANYONE.keyboard,
    size: { right: spanOf(spans[0]!), left: spanOf(spans[1]!) },
  };
  return forEachScore(files, (score) => {
    const facts = studySource(score);
    const task = {
      facts,
      whom,
      voice,
      document: newDocument(makeupOf(facts), rung),
      weights: KEY_STYLES[style].weights,
    };
    const ranked = sortKeys(twelveKeys(facts.key.mode).map((key) => rateKey(task, key)));
    return { keys: ranked.map(({ name, octave, cost, terms }) => ({ key: name, octave, cost, terms })) };
  });
}

function isStyle(name: string): name is keyof typeof KEY_STYLES {
  return Object.hasOwn(KEY_STYLES, name);
}

function rangeOf(text: string | undefined): { lowest: number; highest: number } | null | 'fault' {
  if (text === undefined) return null;
  const [low, high] = text.split(/-(?=[A-G])/).map(readPitch);
  if (!low || !high || midiOf(low) >= midiOf(high)) return 'fault';
  return { lowest: midiOf(low), highest: midiOf(high) };
}

function refuse(message: string): boolean {
  console.error(message);
  return false;
}
