import { readChord, spellChord, type NamedChord } from '../../core/pitch/chord';
import type { Pitch } from '../../core/pitch/pitch';
import { scoreFromAbc } from '../labelled-scores';
import type { Score } from '../../core/score/model';

/** Progressions through secondary dominants, diminished sevenths and borrowed chords, each spelled by its chords. */
const PROGRESSIONS = {
  major: [
    'C A7 Dm G7 C',
    'C E7 Am D7 G7 C',
    'C B7 Em A7 Dm G7 C',
    'C F Fm C G7 C',
    'C Ab Db G7 C',
    'C C#dim7 Dm D#dim7 Em F G7 C',
    'C C7 F F#dim7 C G7 C',
    'Am F#m7b5 B7 Em A7 D7 G7 C',
    'C Em Gm A7 Dm Fm G7 C',
    'C G#dim7 Am Caug F G7 C',
  ],
  minor: [
    'Am B7 E7 Am',
    'Am A7 Dm G7 C F Bm7b5 E7 Am',
    'Am D7 G C F B7 E7 Am',
    'Am Bb E7 Am',
    'Am G#dim7 Am F#dim7 G C E7 Am',
    'Am C#dim7 Dm D#dim7 E7 Am',
  ],
} as const;

/** In C major or A minor: chords below, their own notes above, with symbols or without. */
export function scoresSpelledRight(mode: 'major' | 'minor', hasSymbols: boolean): readonly Score[] {
  return PROGRESSIONS[mode].map((line) => {
    const chords = line.split(' ').map((symbol) => ({ symbol, tones: spellChord(chordOf(symbol)) }));
    const above = chords.map(({ symbol, tones }, index) => {
      const letter = hasSymbols ? `"${symbol}"` : '';
      return `${letter}${note(tones[(index + 1) % tones.length]!, 5)}2${note(tones[index % tones.length]!, 5)}2`;
    });
    const below = chords.map(({ tones }) => `[${tones.map((tone) => note(tone, 3)).join('')}]4`);
    const key = mode === 'major' ? 'C' : 'Am';
    return scoreFromAbc(
      `X:1\nM:4/4\nL:1/4\n%%score {1 2}\nV:1\nV:2 clef=bass\nK:${key}\nV:1\n${above.join('|')}|]\nV:2\n${below.join('|')}|]`,
    );
  });
}

function chordOf(symbol: string): NamedChord {
  const reading = readChord(symbol);
  if (!reading.ok || reading.chord.kind !== 'chord') throw new Error(`no chord: ${symbol}`);
  return reading.chord;
}

function note({ step, alter }: Pick<Pitch, 'step' | 'alter'>, octave: 3 | 5): string {
  const sign = alter === 0 ? '=' : (alter > 0 ? '^' : '_').repeat(Math.abs(alter));
  return sign + (octave === 5 ? step.toLowerCase() : `${step},`);
}
