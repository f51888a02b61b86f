/** A passage for one hand with the fingers that a teacher would write, each touch low to high; any of the ways is good. */
export interface LabelledPassage {
  readonly name: string;
  readonly hand: 'right' | 'left';
  /** In the text notation: `C4 (E4 G4)`. */
  readonly notes: string;
  /** Fingers of each touch, low to high, parted by spaces: `1 35`. */
  readonly ways: readonly string[];
}

const right = (name: string, notes: string, ...ways: string[]): LabelledPassage => ({
  name,
  hand: 'right',
  notes,
  ways,
});
const left = (name: string, notes: string, ...ways: string[]): LabelledPassage => ({
  name,
  hand: 'left',
  notes,
  ways,
});

/** Written for the project by the habits of method books; alternatives where books differ. */
export const PASSAGES: readonly LabelledPassage[] = [
  // Thirds under five fingers
  right('thirds in C', '(C4 E4) (D4 F4) (E4 G4) (D4 F4) (C4 E4)', '13 24 35 24 13'),
  right('thirds in G', '(G4 B4) (A4 C5) (B4 D5) (A4 C5) (G4 B4)', '13 24 35 24 13'),
  right('thirds falling in F', '(A4 C5) (G4 Bb4) (F4 A4)', '35 24 13'),
  left('thirds in C', '(C3 E3) (D3 F3) (E3 G3) (D3 F3) (C3 E3)', '53 42 31 42 53'),
  left('thirds in D', '(D3 F#3) (E3 G3) (F#3 A3) (E3 G3) (D3 F#3)', '53 42 31 42 53'),
  left('thirds falling in G', '(B2 D3) (A2 C3) (G2 B2)', '31 42 53'),
  // Sixths
  right(
    'sixths',
    '(E4 C5) (F4 D5) (G4 E5) (F4 D5) (E4 C5)',
    '15 15 15 15 15',
    '14 15 15 15 14',
    '15 25 15 25 15',
  ),
  right('a sixth and its fifth', '(C4 A4) (C4 G4) (C4 A4)', '15 14 15', '15 15 15'),
  left('sixths', '(C3 A3) (D3 B3) (E3 C4)', '51 51 51', '51 52 51'),
  // Octaves
  right('octaves on white keys', '(C4 C5) (D4 D5) (E4 E5) (F4 F5)', '15 15 15 15'),
  right('octaves with a black key', '(A3 A4) (Bb3 Bb4) (C4 C5)', '15 14 15', '15 15 15'),
  left('octaves on white keys', '(C2 C3) (G2 G3) (F2 F3) (C2 C3)', '51 51 51 51'),
  left('octaves with black keys', '(D2 D3) (Eb2 Eb3) (E2 E3)', '51 41 51', '51 51 51'),
  // Repeated notes
  right('repeated in position', 'C4 C4 D4 E4 E4 F4 G4 G4', '1 1 2 3 3 4 5 5'),
  right('repeated top', 'G4 G4 G4 E4 C4', '5 5 5 3 1'),
  left('repeated bass', 'C3 C3 G3 G3 C3', '5 5 1 1 5'),
  left('repeated in position', 'G3 G3 F3 E3 E3 D3 C3', '1 1 2 3 3 4 5'),
  // Chromatic
  right('chromatic up from C', 'C4 C#4 D4 D#4 E4 F4 F#4 G4 G#4 A4 A#4 B4 C5', '1 3 1 3 1 2 3 1 3 1 3 1 2'),
  right('chromatic up from E', 'E4 F4 F#4 G4 G#4 A4', '1 2 3 1 3 1', '1 2 3 1 2 3'),
  right('chromatic down from C', 'C5 B4 Bb4 A4 Ab4 G4 Gb4 F4 E4', '2 1 3 1 3 1 3 2 1', '2 1 3 1 3 1 3 1 2'),
  left('chromatic down from C', 'C4 B3 Bb3 A3 Ab3 G3 Gb3 F3 E3', '1 2 3 1 3 1 3 1 2'),
  left('chromatic up from C', 'C3 C#3 D3 D#3 E3 F3 F#3 G3', '1 3 1 3 2 1 3 1'),
  // Chord shapes
  right('C in its positions', '(C4 E4 G4) (E4 G4 C5) (G4 C5 E5)', '135 125 135'),
  left('C in its positions', '(C3 E3 G3) (E3 G3 C4) (G3 C4 E4)', '531 531 521'),
  right(
    'C F G7 C, nearest',
    '(C4 E4 G4) (C4 F4 A4) (B3 F4 G4) (C4 E4 G4)',
    '135 125 145 135',
    '135 135 145 135',
  ),
  left('C F G7 C, nearest', '(C3 E3 G3) (C3 F3 A3) (B2 F3 G3) (C3 E3 G3)', '531 521 521 531'),
  right('a minor triad and its dominant', '(A3 C4 E4) (G#3 B3 E4) (A3 C4 E4)', '135 125 135'),
  left('a minor triad and its dominant', '(A2 C3 E3) (G#2 B2 E3) (A2 C3 E3)', '531 531 531', '531 521 531'),
  right('a seventh chord', '(C4 E4 G4 Bb4)', '1235', '1234'),
  left('a seventh chord', '(G2 B2 D3 F3)', '5321', '5421'),
  right('a seventh in first inversion', '(E4 G4 Bb4 C5)', '1245', '1235'),
  right('root and seventh', '(C4 Bb4) (F4 Eb5)', '15 15'),
  left('shell thirds and sevenths', '(D3 C4) (G2 B2) (C3 B3)', '51 53 51', '51 42 51', '51 52 51'),
  left('open fifths', '(C3 G3) (F3 C4) (G2 D3)', '51 51 51'),
  // Lines
  right('a line in position that turns', 'E4 G4 F4 E4 D4 F4 E4 D4 C4', '3 5 4 3 2 4 3 2 1'),
  right('a leap of a sixth inside the hand', 'C4 A4 G4 F4 E4', '1 5 4 3 2', '1 5 4 2 1'),
  right('a run past the thumb', 'G4 A4 B4 C5 D5 E5 F5 G5', '1 2 3 1 2 3 4 5'),
  left('a run past the thumb', 'G3 A3 B3 C4 D4 C4 B3 A3 G3', '5 4 3 2 1 2 3 4 5'),
  left('a walking bass', 'C3 D3 E3 F3 G3 F3 E3 D3', '5 4 3 2 1 2 3 4'),
  left('root and fifth in turn', 'C3 G3 C3 G3 F2 C3 F2 C3', '5 1 5 1 5 1 5 1', '5 2 5 2 5 1 5 1'),
  left(
    'swing bass',
    'C2 (E3 G3 C4) G2 (E3 G3 C4)',
    '5 531 5 531',
    '5 421 5 421',
    '5 321 5 321',
    '5 521 5 521',
  ),
  left(
    'broken triads that move as a block',
    'C3 E3 G3 E3 F3 A3 C4 A3 G3 B3 D4 B3',
    '5 3 1 3 5 3 1 3 5 3 1 3',
  ),
  left('broken triads to the nearest', 'C3 E3 G3 E3 C3 F3 A3 F3 B2 F3 G3 F3', '5 3 1 3 5 2 1 2 5 2 1 2'),
  right('broken triads that move as a block', 'C4 E4 G4 E4 D4 F4 A4 F4', '1 3 5 3 1 3 5 3'),
  left('low root, then chord', 'G2 (B3 D4) (B3 D4)', '5 31 31', '5 21 21', '5 42 42'),
  left('broken tenth', 'C3 G3 E4 G3', '5 2 1 2', '5 3 1 3'),
  right(
    'a pedal note and a line',
    '(C4 G4) (C4 A4) (C4 G4) (C4 F4)',
    '14 15 14 13',
    '15 15 15 14',
    '14 15 14 12',
  ),
];
