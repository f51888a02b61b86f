import { fingerLine } from '../../fingering/finger-line';
import type { HandName } from '../../hands/hand';
import { chordLabel, spellChord, type NamedChord } from '../../pitch/chord';
import { keyLabel, relativeOf, scaleOf, type Key } from '../../pitch/key';
import { midiOf, spellingLabel, type Pitch } from '../../pitch/pitch';
import { BASS, TREBLE } from '../../score/model';
import { degreeChord } from '../degree-chords';
import { SIZES, text, type Block, type Flow } from '../flow';
import { keyboardBlock } from '../keyboard-block';
import { pictureBlock } from '../music-blocks';
import { scalePitches, staffScore } from '../small-scores';
import { inversionsOf } from '../inversions';
import { startSheet, USUAL_REACH, type Engrave, type SheetTask } from '../task';

const STAFF_MM = 6.5;

/** The signature and scale of the key with fingers, hands apart and together, and its primary chords. */
export function scaleSheet(task: SheetTask, engrave: Engrave): Flow {
  const flow = startSheet('scale', task);
  const { key } = task.edition;
  const { octaves } = task.choices;
  const reach = task.learner?.reach ?? USUAL_REACH;
  flow.title(`${keyLabel(key)}: the scale`);
  flow.paragraph(signatureWords(key));
  const scales = (['right', 'left'] as const).map((hand) => ({
    hand,
    ...fingeredScale(key, hand, octaves, reach[hand]),
  }));
  for (const { hand, pitches, fingers } of scales) {
    flow.heading(`${hand === 'right' ? 'Right' : 'Left'} hand`, 20);
    flow.block(scaleBlock(key, hand, pitches, fingers, flow.room, engrave));
    const marks = new Map(pitches.map((pitch, index) => [midiOf(pitch) as number, String(fingers[index])]));
    flow.block(keyboardBlock(marks, flow.room * (octaves === 1 ? 0.55 : 1), { below: 2, above: 2 }));
  }
  flow.heading('Together', 18);
  flow.paragraph(togetherWords(scales[0]!.fingers, scales[1]!.fingers));
  flow.heading('Primary chords', 30);
  const columns = 3;
  const chords = [0, 3, 4].map((degree) =>
    primaryBlock(degreeChord(key, degree, degree === 4 && key.mode === 'minor'), flow.columnWidth(columns)),
  );
  flow.grid(chords, columns);
  return flow;
}

function signatureWords(key: Key): string {
  const altered = scaleOf({ ...key, ...(key.mode === 'minor' ? relativeOf(key) : {}) }).filter(
    ({ alter }) => alter !== 0,
  );
  const tones = scaleOf(key).map(spellingLabel).join(' ');
  const signs = altered.length === 0 ? 'no sharps or flats' : altered.map(spellingLabel).join(', ');
  const minor = key.mode === 'minor' ? ` Natural minor; the harmonic minor raises its seventh.` : '';
  return `Signature: ${signs}. Notes: ${tones}.${minor}`;
}

/** The scale up from its tonic with the fingers that the engine gives it, and the raised fifth finger at its end where it lies so. */
export function fingeredScale(
  key: Key,
  hand: HandName,
  octaves: 1 | 2,
  reach: number,
): { readonly pitches: readonly Pitch[]; readonly fingers: readonly number[] } {
  const one = scalePitches(key).map((pitch) =>
    hand === 'left' ? { ...pitch, octave: pitch.octave - 1 } : pitch,
  );
  const pitches =
    octaves === 1 ? one : [...one, ...one.slice(1).map((pitch) => ({ ...pitch, octave: pitch.octave + 1 }))];
  const { lowToHigh } = fingerLine({
    ...{ hand, largest: reach, style: 'smooth' as const },
    onsets: pitches.map((pitch) => ({ keys: [midiOf(pitch)] })),
  });
  return { pitches, fingers: lowToHigh.map(([finger]) => finger!) };
}

function scaleBlock(
  key: Key,
  hand: HandName,
  pitches: readonly Pitch[],
  fingers: readonly number[],
  room: number,
  engrave: Engrave,
): Block {
  const score = staffScore(
    pitches.map((pitch) => [pitch]),
    { key, clef: hand === 'right' ? TREBLE : BASS },
  );
  const fingered = score.notes.map((note, index) => ({ ...note, finger: fingers[index] ?? null }));
  const width = Math.min(room, STAFF_MM * (4 + pitches.length * 1.7));
  return pictureBlock({ ...score, notes: fingered }, width, STAFF_MM, engrave);
}

const AND = new Intl.ListFormat('en', { type: 'conjunction' });

/** Where both thumbs, or both third fingers, fall together: what hands hold on to when they play together. */
function togetherWords(right: readonly number[], left: readonly number[]): string {
  const at = (finger: number) =>
    right.flatMap((each, index) => (each === finger && left[index] === finger ? [index + 1] : []));
  const said = ([1, 3] as const).flatMap((finger) => {
    const notes = at(finger);
    const name = finger === 1 ? 'The thumbs' : 'The third fingers';
    return notes.length > 0
      ? [`${name} meet on ${notes.length > 1 ? 'notes' : 'note'} ${AND.format(notes.map(String))}.`]
      : [];
  });
  return said.length > 0
    ? said.join(' ')
    : 'The thumbs pass at different notes: play slowly, and hear each octave end together.';
}

function primaryBlock(chord: NamedChord, width: number): Block {
  const [root] = inversionsOf(chord);
  const marks = new Map(root!.pitches.map((pitch) => [midiOf(pitch) as number, '•']));
  const keys = keyboardBlock(marks, width, { below: 2, above: 2 });
  return {
    height: 12 + keys.height,
    draw: (x, y) => [
      text(chordLabel(chord), x, y + 5, SIZES.heading, { isBold: true }),
      text(spellChord(chord).map(spellingLabel).join(' '), x, y + 9.5, SIZES.small),
      ...keys.draw(x, y + 12),
    ],
  };
}
