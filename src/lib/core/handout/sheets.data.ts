/** What a handout can be made of, in the order in which sheets stand until they are put in another. */
export const SHEETS = {
  score: { label: 'The score', what: 'the music with the markings chosen' },
  'hands-apart': {
    label: 'Hands apart',
    what: 'a page for each hand, with the other small beside it or without',
  },
  cards: { label: 'Chord cards', what: 'each chord as voiced in this piece, on staff and keyboard' },
  scale: { label: 'Scale', what: 'signature, scale with fingers, primary chords' },
  inversions: { label: 'Chords of the key', what: 'every chord of the key in all its inversions' },
  positions: { label: 'Hand positions', what: 'keyboard pictures of where each hand lies, in order' },
  map: { label: 'Section map', what: 'what repeats, what differs, what each section is worth' },
  words: { label: 'Measures in words', what: 'notes, fingers, counts and pedal, written out' },
  lyrics: { label: 'Words and chords', what: 'lyrics with chords, or chords with slashes' },
  cues: { label: 'Cues', what: 'what stays, which finger moves, where the bass walks' },
  tasks: { label: 'This week', what: 'tasks to tick, a tempo ladder, room for minutes' },
  blank: { label: 'Blank page', what: 'staves and keyboards to write on' },
} as const;

export type SheetId = keyof typeof SHEETS;
export const SHEET_IDS = Object.keys(SHEETS) as [SheetId, ...SheetId[]];

/** Height of a staff in millimetres: five lines, four spaces. */
export const NOTE_SIZES = {
  normal: { label: 'normal', staffMm: 7 },
  large: { label: 'large', staffMm: 9.6 },
  'very-large': { label: 'very large', staffMm: 13 },
} as const;
export type NoteSize = keyof typeof NOTE_SIZES;
