import { grouped } from '../score/grouped';
import { type Snag, snag } from './snag';
import { canReach, type HandSize } from '../hands/reach';
import type { Keyboard } from '../hands/keyboards.data';
import { soundingWith } from '../load/load';
import { midiOf, pitchLabel } from '../pitch/pitch';
import type { Measure, Note, Score } from '../score/model';
import { metreLength, metreOffset } from '../score/time';
import type { HandName } from '../hands/hand';
import { isMuddy, MUD_BELOW_KEY, mudSentence, worstPair, type Mud } from '../hands/mud';
import { leaveOut, moveByOctave, releaseAt, toOtherHand, twoHandsOnAKey } from './remedies';

export interface PhysicalTask {
  readonly score: Score;
  readonly keyboard: Keyboard;
  readonly size: HandSize;
  /** Ticks of the arrangement to one of the source. */
  readonly scale: number;
}

/** What hands and keyboard cannot do: collisions, reach, range, mud, measures that do not add up. One of a kind a measure. */
export function physicalSnags(task: PhysicalTask): readonly Snag[] {
  const seen = new Set<string>();
  const found: Snag[] = [];
  for (const each of [
    ...offKeyboard(task),
    ...betweenHands(task),
    ...beyondReach(task),
    ...muddy(task.score.notes),
    ...uneven(task.score.measures),
  ]) {
    const place = `${each.code}/${each.measure}`;
    if (!seen.has(place)) found.push(each);
    seen.add(place);
  }
  return found;
}

function offKeyboard({ score, keyboard }: PhysicalTask): readonly Snag[] {
  return score.notes.flatMap((note) => {
    const key = midiOf(note.pitch);
    if (key >= keyboard.lowest && key <= keyboard.highest) return [];
    const direction = key < keyboard.lowest ? 1 : -1;
    return [
      snag({
        code: 'off-keyboard',
        measure: note.measure,
        detail: note.id,
        sentence: `${pitchLabel(note.pitch)} is not on the keyboard: choose another key or octave.`,
        notes: [note],
        remedies: [
          moveByOctave(note, direction, `Move it ${direction > 0 ? 'up' : 'down'} an octave`),
          leaveOut(note),
        ],
      }),
    ];
  });
}

/** Pairs of a right-hand and a left-hand note that overlap in time. O(notes × overlapping notes). */
function betweenHands({ score, scale }: PhysicalTask): readonly Snag[] {
  const right = score.notes.filter((note) => note.staff === 0 && !note.grace);
  const left = score.notes.filter((note) => note.staff === 1 && !note.grace);
  const longest = left.reduce((most, note) => Math.max(most, note.duration), 0);
  const found: Snag[] = [];
  let first = 0;
  for (const upper of right) {
    while (first < left.length && left[first]!.at + longest < upper.at) first += 1;
    for (let index = first; index < left.length && left[index]!.at < upper.at + upper.duration; index += 1) {
      const lower = left[index]!;
      if (lower.at + lower.duration <= upper.at) continue;
      const [high, low] = [midiOf(upper.pitch), midiOf(lower.pitch)];
      if (high === low)
        found.push(
          snag({
            code: 'same-key',
            measure: upper.measure,
            detail: lower.id,
            sentence: `Both hands need ${pitchLabel(upper.pitch)} at the same time.`,
            notes: [upper, lower],
            remedies: twoHandsOnAKey(lower, upper, scale),
          }),
        );
      else if (low > high)
        found.push(
          snag({
            code: 'crossing',
            measure: upper.measure,
            detail: lower.id,
            sentence: `The left hand’s ${pitchLabel(lower.pitch)} lies above the right hand’s ${pitchLabel(upper.pitch)}.`,
            notes: [upper, lower],
            remedies: [
              moveByOctave(lower, -1, 'Left hand down an octave'),
              toOtherHand(lower),
              leaveOut(lower, 'Leave the left-hand note out'),
            ],
          }),
        );
    }
  }
  return found;
}

function beyondReach({ score, size, scale }: PhysicalTask): readonly Snag[] {
  const found: Snag[] = [];
  for (const [staff, hand] of [
    [0, 'right'],
    [1, 'left'],
  ] as const) {
    const own = score.notes.filter(
      (note) => note.staff === staff && !note.grace && !note.articulations.includes('arpeggiate'),
    );
    for (const [measure, notes] of grouped(own, (note) => note.measure))
      for (const note of notes) {
        const together = [...soundingWith(note, notes)].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch));
        const [low, high] = [together[0]!, together.at(-1)!];
        if (canReach(midiOf(low.pitch), midiOf(high.pitch), size[hand].largest)) continue;
        found.push(reachSnag(measure, hand, low, high, scale));
      }
  }
  return found;
}

function reachSnag(measure: number, hand: HandName, low: Note, high: Note, scale: number): Snag {
  const end = hand === 'right' ? low : high;
  const [first, second] = low.at <= high.at ? [low, high] : [high, low];
  return snag({
    code: 'reach',
    hand,
    measure: measure,
    detail: end.id,
    sentence: `${pitchLabel(low.pitch)} to ${pitchLabel(high.pitch)} is farther than this ${hand} hand reaches. Never force it: release, roll or re-voice.`,
    notes: [low, high],
    remedies: [
      ...(first.at < second.at ? [releaseAt(first, second.at, scale)] : []),
      leaveOut(end, `Leave out ${pitchLabel(end.pitch)}`),
      toOtherHand(end),
      moveByOctave(low, 1, `Move ${pitchLabel(low.pitch)} up an octave`),
    ],
  });
}

/** Where what sounds together blurs: judged at every onset, by all that sounds then. O(onsets × sounding²). */
function muddy(notes: readonly Note[]): readonly Snag[] {
  let sounding: Note[] = [];
  const found: Snag[] = [];
  const piano = notes.filter((note) => note.staff <= 1);
  for (const [index, note] of piano.entries()) {
    sounding.push(note);
    if (piano[index + 1]?.at === note.at) continue;
    sounding = sounding.filter((each) => each.at + each.duration > note.at);
    if (!sounding.some((each) => midiOf(each.pitch) < MUD_BELOW_KEY)) continue;
    const mud = worstPair(sounding.map((each) => each.pitch));
    if (isMuddy(mud)) found.push(mudSnag(note.measure, mud, sounding));
  }
  return found;
}

function mudSnag(measure: number, mud: Mud, sounding: readonly Note[]): Snag {
  const noteAt = (key: number) => sounding.find((each) => midiOf(each.pitch) === key);
  const [low, high] = [noteAt(midiOf(mud.low)), noteAt(midiOf(mud.high))];
  return snag({
    code: 'mud',
    measure: measure,
    detail: `${midiOf(mud.low)}-${midiOf(mud.high)}`,
    sentence: mudSentence(mud),
    notes: [low, high].flatMap((note) => note ?? []),
    remedies: [
      ...(low ? [moveByOctave(low, 1, `Move ${pitchLabel(low.pitch)} up an octave`)] : []),
      ...(high ? [leaveOut(high, `Leave out ${pitchLabel(high.pitch)}`)] : []),
    ],
  });
}

/** Pickups and the measures that complete them are in order; others must fill their metre. */
function uneven(measures: readonly Measure[]): readonly Snag[] {
  return measures.flatMap((measure, index) => {
    const full = metreLength(measure.time);
    const completes =
      metreOffset(measures, index) > 0 || (measures[index + 1]?.length ?? 0) + measure.length === full;
    const isLast = index === measures.length - 1;
    const isShort = measure.length < full && !isLast && !completes;
    if (measure.length <= full && !isShort) return [];
    return [
      snag({
        code: 'measure-length',
        measure: index,
        sentence: `The measure is ${isShort ? 'shorter' : 'longer'} than its time signature; mend it in the source.`,
      }),
    ];
  });
}
