/** The games of a good lesson, in the order in which they are given; `set` is what is played in each. */
export const GAMES = [
  { id: 'tones', set: 'tones', label: 'Only the chord’s own notes', how: 'Change when the chord changes.' },
  {
    id: 'telling',
    set: 'telling',
    label: 'The third on every change',
    how: 'Land on the note that tells the chord; over a suspended one its fourth or second.',
  },
  {
    id: 'one-two-three',
    set: 'one-two-three',
    label: 'Three notes under three fingers',
    how: 'The same three over everything: the rhythm is the game.',
  },
  {
    id: 'seven-one-five',
    set: 'seven-one-five',
    label: 'Three notes, one of them below',
    how: 'Lean on the lowest, come home to the middle one.',
  },
  { id: 'five', set: 'five', label: 'Five notes, the hand stays', how: 'One finger a note, nothing moves.' },
  {
    id: 'scale',
    set: 'scale',
    label: 'The whole scale',
    how: 'First practise the thumb passing under, by itself.',
  },
] as const;

export type GameSet = (typeof GAMES)[number]['set'];

/** What to try while the chords go round. */
export const PROMPTS = [
  'Leave as much silence as sound.',
  'Play it again, just as it was.',
  'Ask with one phrase, answer with the next.',
  'Answer what the left hand does.',
  'Begin where you ended.',
  'Follow the tune’s rhythm with other notes.',
] as const;
