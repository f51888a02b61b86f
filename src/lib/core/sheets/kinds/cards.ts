import { chordLabel, spellChord, type NamedChord } from '../../pitch/chord';
import { midiOf, spellingLabel, type Pitch } from '../../pitch/pitch';
import { BASS, TREBLE, type ChordSymbol, type Note, type Score } from '../../score/model';
import { SIZES, text, type Block, type Flow } from '../flow';
import { inversionsOf } from '../inversions';
import { keyboardBlock } from '../keyboard-block';
import { pictureBlock } from '../music-blocks';
import { staffScore } from '../small-scores';
import { startSheet, type Engrave, type SheetTask } from '../task';

/** A chord as each hand has it in the piece. */
export interface VoicedChord {
  readonly label: string;
  readonly chord: NamedChord;
  readonly measure: number;
  readonly right: readonly Note[];
  readonly left: readonly Note[];
}

/** Each chord of the piece once, with the notes that the hands have under it where it comes first with any. */
export function voicedChords({ chords, notes, measures }: Score): readonly VoicedChord[] {
  const end = measures.at(-1) ? measures.at(-1)!.start + measures.at(-1)!.length : 0;
  const found = new Map<string, VoicedChord>();
  const isNamed = (symbol: ChordSymbol): symbol is ChordSymbol & { readonly chord: NamedChord } =>
    symbol.chord.kind !== 'none';
  for (const [index, symbol] of chords.entries()) {
    if (!isNamed(symbol)) continue;
    const label = chordLabel(symbol.chord);
    const known = found.get(label);
    if (known && known.left.length > 0) continue;
    const until = chords[index + 1]?.at ?? end;
    const under = notes.filter((note) => note.at >= symbol.at && note.at < until && !note.grace);
    const left = distinct(under.filter(({ staff }) => staff === 1));
    // A tune is no chord: the right hand's is shown where it has several notes at once.
    const stack = [...new Set(under.map(({ at }) => at))]
      .map((at) => under.filter((note) => note.staff === 0 && note.at === at))
      .find((own) => own.length > 1);
    const voiced = {
      label,
      chord: symbol.chord,
      measure: symbol.measure,
      right: distinct(stack ?? []),
      left,
    };
    if (!known || left.length > 0) found.set(label, voiced);
  }
  return [...found.values()];
}

function distinct(notes: readonly Note[]): readonly Note[] {
  const byKey = new Map(notes.map((note) => [midiOf(note.pitch) as number, note] as const).reverse());
  return [...byKey.values()].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch)).slice(0, 6);
}

const COLUMNS = 2;
const STAFF_MM = 6;

/** A card for each chord of the piece: its notes, and both hands on staff and keyboard as they are voiced in it. */
export function cardsSheet(task: SheetTask, engrave: Engrave): Flow {
  const flow = startSheet('cards', task);
  flow.title(`${task.title}: chords`);
  flow.down(2);
  const width = flow.columnWidth(COLUMNS);
  const cards = voicedChords(task.edition.score).map((voiced) =>
    cardBlock(withFingers(voiced, task), width, engrave),
  );
  if (cards.length === 0) flow.paragraph('There are no chords in this piece.');
  flow.grid(cards, COLUMNS);
  return flow;
}

/** Fingers that the score does not print are those of the place in which the hand lies there. */
function withFingers(voiced: VoicedChord, { edition }: SheetTask): VoicedChord {
  const section = edition.sections.find(({ from, to }) => voiced.measure >= from && voiced.measure <= to);
  const fill = (hand: 'right' | 'left') => {
    const keysOf = voiced[hand].map((note) => midiOf(note.pitch) as number);
    const places = edition.notes.pictures
      .filter((picture) => picture.hand === hand && picture.section === section?.name)
      .concat(edition.notes.pictures.filter((picture) => picture.hand === hand));
    const place = places.find(({ keys }) => keysOf.every((key) => keys.some((each) => each.key === key)));
    const fingers = new Map(place?.keys.map(({ key, finger }) => [key, finger]));
    return voiced[hand].map((note) => ({
      ...note,
      finger: note.finger ?? fingers.get(midiOf(note.pitch)) ?? null,
    }));
  };
  return { ...voiced, right: fill('right'), left: fill('left') };
}

function cardBlock(voiced: VoicedChord, width: number, engrave: Engrave): Block {
  const { label, chord, right, left } = voiced;
  const hands = [
    { name: 'Right', notes: right, clef: TREBLE },
    { name: 'Left', notes: left, clef: BASS },
  ].filter(({ notes }) => notes.length > 0);
  const parts = hands.map(({ name, notes, clef }) => {
    const staff = pictureBlock(chordPicture(notes, clef), STAFF_MM * 4.6, STAFF_MM, engrave);
    const keys = keyboardBlock(
      new Map(
        notes.map((note) => [midiOf(note.pitch) as number, note.finger === null ? '•' : String(note.finger)]),
      ),
      width - STAFF_MM * 4.6 - 4,
      { caption: `${name} hand`, below: 2, above: 2 },
    );
    return { staff, keys, height: Math.max(staff.height, keys.height) };
  });
  // A tune without an accompaniment has chords that nobody voices: they are shown as they stack.
  const [root] = parts.length === 0 ? inversionsOf(chord) : [];
  if (root) {
    const staff = pictureBlock(staffScore([root.pitches]), STAFF_MM * 4.6, STAFF_MM, engrave);
    const keys = keyboardBlock(
      new Map(root.pitches.map((pitch) => [midiOf(pitch) as number, '•'])),
      width - STAFF_MM * 4.6 - 4,
      { caption: root.name, below: 2, above: 2 },
    );
    parts.push({ staff, keys, height: Math.max(staff.height, keys.height) });
  }
  const spelled = spellChord(chord).map(spellingLabel).join(' ');
  const head = 12;
  return {
    height: head + parts.reduce((sum, { height }) => sum + height + 2, 0) + 3,
    draw: (x, y) => {
      const items = [
        text(label, x, y + 6, SIZES.heading * 1.1, { isBold: true }),
        text(spelled, x, y + 10.5, SIZES.small),
      ];
      let at = y + head;
      for (const { staff, keys, height } of parts) {
        items.push(...staff.draw(x, at), ...keys.draw(x + STAFF_MM * 4.6 + 4, at));
        at += height + 2;
      }
      return items;
    },
  };
}

/** The notes of a chord at once, with their fingers. */
function chordPicture(notes: readonly Note[], clef: typeof TREBLE): Score {
  const pitches: readonly Pitch[] = notes.map(({ pitch }) => pitch);
  const score = staffScore([pitches], { clef });
  const fingers = new Map(notes.map(({ pitch, finger }) => [midiOf(pitch) as number, finger]));
  return {
    ...score,
    notes: score.notes.map((note) => ({ ...note, finger: fingers.get(midiOf(note.pitch)) ?? null })),
  };
}
