import { bassOf, spellChord, toneInterval, tonesOf, type ChordTone, type NamedChord } from '../pitch/chord';
import { tellingTones } from '../pitch/essential';
import { transposeSpelling } from '../pitch/interval';
import { mod, pitchClassOf, type Spelling } from '../pitch/pitch';
import type { Figure, Stack } from '../document/choices/textures.data';

/** A note of a shape: its name, and what it is to the chord. */
export interface ShapeTone {
  readonly spelling: Spelling;
  readonly role: string;
}

/** An order in which a chord's notes may be stacked, lowest first. */
export interface Shape {
  readonly tones: readonly ShapeTone[];
  /** 0 on the root, 1 on the third, 2 on the fifth, 3 on any other note. */
  readonly inversion: number;
  /** How many of the tones that tell the chord are not in it, of those that it has room for. */
  readonly missing: number;
  /** Without the octave that would fill the last place of its pattern, for hands that do not reach it. */
  readonly isWithoutOctave?: boolean;
}

/** How much of a chord a hand has room for. */
export interface Room {
  /** Notes at once by the rung. */
  readonly atOnce: number;
  /** Notes one after another, in the figure and the time that the chord has. */
  readonly inTurn: number;
  /** Root, third and fifth are all that is asked: the first rungs play a seventh chord as its triad. */
  readonly isPlain: boolean;
  /** Another hand has the bass. */
  readonly isOverBass: boolean;
}

/** Figures that strike the notes of their stack one after another. */
export const BROKEN: readonly Figure[] = ['broken', 'outer-first', 'spread', 'alternating', 'filled'];

/** A close chord has no more notes than this: the fifth finger of a hand is kept free. */
const MOST_TONES = 4;

/** The orders in which a texture may stack a chord's notes. */
export function shapesOf(stack: Stack, figure: Figure, chord: NamedChord, room: Room): readonly Shape[] {
  const bass = bassTone(chord);
  const fifth = fifthOver(chord);
  const octave = { spelling: bass.spelling, role: 'octave' };
  const third = { ...(thirdOf(chord) ?? bass), role: 'third' };
  const only = (...tones: readonly ShapeTone[]): readonly Shape[] => [{ tones, inversion: 0, missing: 0 }];
  switch (stack) {
    case 'root':
      return only(bass);
    case 'note-in-position':
      return [
        ...only(bass),
        ...plainTriad(chord)
          .filter((tone) => !isSameSound(tone, bass))
          .map((tone) => ({ tones: [tone], inversion: 1, missing: 0 })),
      ];
    case 'root-octave':
      return only(bass, octave);
    case 'root-third':
      return only(bass, third);
    case 'root-seventh':
      return only(bass, seventhOf(chord) ?? third);
    case 'root-fifth':
      return fifth ? only(bass, fifth) : only(bass);
    case 'root-fifth-octave':
      return fifth ? only(bass, fifth, octave) : only(bass, octave);
    case 'root-fifth-tenth':
      return [spread(chord, Math.min(MOST_TONES, room.inTurn))];
    case 'root-triad':
    case 'triad':
      return closeShapes(chord, figure, room);
    case 'triad-octave':
      return closeShapes(chord, figure, { ...room, inTurn: Math.min(MOST_TONES, room.inTurn) }).flatMap(
        (shape): readonly Shape[] => {
          if (shape.tones.length > 3 || room.inTurn <= shape.tones.length) return [shape];
          const filled = { ...shape, tones: [...shape.tones, { ...shape.tones[0]!, role: 'octave' }] };
          return [filled, { ...shape, isWithoutOctave: true }];
        },
      );
    case 'low-root-triad':
      return closeShapes(chord, 'held', { ...room, isOverBass: true });
  }
}

/** Close chords: every choice of notes that the hand has room for, standing on each of them in turn. */
function closeShapes(chord: NamedChord, figure: Figure, room: Room): readonly Shape[] {
  const isBroken = BROKEN.includes(figure);
  const size = Math.min(MOST_TONES, Math.max(1, isBroken ? room.inTurn : room.atOnce));
  const bass = bassTone(chord);
  const shapes = choicesOf(chord, size, room).flatMap((tones) => turns(chord, tones, bass, room));
  // Root, fifth, third, fifth: what is struck first is the bass.
  return figure === 'outer-first' ? shapes.filter(({ tones }) => isSameSound(tones[0]!, bass)) : shapes;
}

function turns(
  chord: NamedChord,
  tones: readonly ShapeTone[],
  bass: ShapeTone,
  room: Room,
): readonly Shape[] {
  const missing = missingOf(chord, tones, room);
  const turned = tones.map((tone, turn): Shape => ({
    tones: [...tones.slice(turn), ...tones.slice(0, turn)],
    inversion: inversionOn(tone),
    missing,
  }));
  // The note after the slash belongs at the bottom of the hand that has the bass.
  return chord.bass && !room.isOverBass
    ? turned.filter((shape) => isSameSound(shape.tones[0]!, bass))
    : turned;
}

/**
 * The notes that a close chord of so many may have, in the order of their keys. Telling tones come first; what is left over is
 * filled with fifth or root, the root first where no other hand has it.
 */
function choicesOf(chord: NamedChord, size: number, room: Room): readonly (readonly ShapeTone[])[] {
  const all = named(chord);
  const telling = tellingTones(chord);
  const bass = bassTone(chord);
  if (room.isPlain) {
    const triad = plainTriad(chord);
    const own = inChord(triad, bass) ?? bass;
    // The note after the slash comes first, be it the chord's own or not.
    const order = room.isOverBass || !chord.bass ? triad : distinct([own, ...triad]);
    return [sortedFrom(chord, order.slice(0, size))];
  }
  const wanted = telling.map((tone) => find(all, tone)!);
  const root = find(all, { degree: 1, alter: 0 });
  const others = all.filter((tone) => !wanted.includes(tone) && tone !== root && !isRubbing(tone, wanted));
  const fill = (...orders: readonly (readonly (ShapeTone | undefined)[])[]) => {
    const seen = new Set<string>();
    return orders
      .map((order) => sortedFrom(chord, distinct(order.flatMap((tone) => tone ?? [])).slice(0, size)))
      .filter((tones) => {
        const name = tones.map(({ role }) => role).join();
        return !seen.has(name) && seen.add(name);
      });
  };
  if (room.isOverBass) {
    const isOnRoot = isSameSound(bass, root ?? bass);
    // Under a chord whose root is in the bass, fifth or root may fill the hand, whichever lies nearer.
    return isOnRoot
      ? fill([...wanted, ...others, root], [...wanted, root, ...others])
      : fill([...wanted, root, ...others]);
  }
  if (chord.bass)
    return fill([{ ...bass, role: inChord(all, bass)?.role ?? 'bass' }, ...wanted, root, ...others]);
  return fill([root, ...wanted, ...others], [...wanted, ...others, root]);
}

/** The eleventh of a dominant takes the place of its third. */
function isRubbing(tone: ShapeTone, wanted: readonly ShapeTone[]): boolean {
  return tone.role === 't3' && wanted.some(({ role }) => role === 't11');
}

/** Bass, then the telling tones with the lowest of them an octave up: root, fifth and tenth, or root, seventh and tenth. */
function spread(chord: NamedChord, places: number): Shape {
  const bass = bassTone(chord);
  const all = named(chord);
  const telling = tellingTones(chord).map((tone) => find(all, tone)!);
  const fifth = fifthOver(chord);
  const above = distinct([...telling, ...(fifth ? [fifth] : []), ...all])
    .filter((tone) => !isSameSound(tone, bass))
    .slice(0, Math.max(1, Math.max(2, Math.min(places - 1, telling.length))));
  const [low, ...rest] = [...above].sort((a, b) => over(bass, a) - over(bass, b));
  return {
    tones: [bass, ...rest, ...(low ? [{ ...low, role: rest.length > 0 ? 'tenth' : low.role }] : [])],
    inversion: 0,
    missing: 0,
  };
}

function missingOf(chord: NamedChord, tones: readonly ShapeTone[], room: Room): number {
  if (room.isPlain) return 0;
  const all = named(chord);
  const bass = bassTone(chord);
  return tellingTones(chord).filter((tone) => {
    const wanted = find(all, tone)!;
    return (
      !tones.some((each) => isSameSound(each, wanted)) && !(room.isOverBass && isSameSound(bass, wanted))
    );
  }).length;
}

/** The chord's own notes with their roles: t1, t3, t5 … */
function named(chord: NamedChord): readonly ShapeTone[] {
  const names = spellChord({ ...chord, bass: null });
  return tonesOf(chord.quality).map((tone, index) => ({ spelling: names[index]!, role: `t${tone.degree}` }));
}

function find(all: readonly ShapeTone[], { degree }: ChordTone): ShapeTone | undefined {
  return all.find(({ role }) => role === `t${degree}`);
}

function inChord(all: readonly ShapeTone[], tone: ShapeTone): ShapeTone | undefined {
  return all.find((each) => isSameSound(each, tone));
}

function plainTriad(chord: NamedChord): readonly ShapeTone[] {
  return named(chord).slice(0, 3);
}

function bassTone(chord: NamedChord): ShapeTone {
  return { spelling: bassOf(chord), role: chord.bass ? 'bass' : 'root' };
}

function thirdOf(chord: NamedChord): ShapeTone | undefined {
  return named(chord)[1];
}

function seventhOf(chord: NamedChord): ShapeTone | null {
  const seventh = named(chord).find(({ role }) => role === 't7');
  return seventh ? { ...seventh, role: 'seventh' } : null;
}

/** The chord's own fifth over its root; over a slash bass, a chord note a fifth above it if there is one. */
export function fifthOver(chord: NamedChord): ShapeTone | null {
  const tones = tonesOf(chord.quality);
  const bass = pitchClassOf(bassOf(chord));
  const fifth = chord.bass
    ? tones.find(
        (tone) => mod(pitchClassOf(transposeSpelling(chord.root, toneInterval(tone))) - bass, 12) === 7,
      )
    : tones.find(({ degree }) => degree === 5);
  return fifth ? { spelling: transposeSpelling(chord.root, toneInterval(fifth)), role: 'fifth' } : null;
}

function inversionOn({ role }: ShapeTone): number {
  const order: Readonly<Record<string, number>> = { root: 0, t1: 0, t3: 1, t2: 1, t4: 1, t5: 2 };
  return order[role] ?? 3;
}

/** In the order of their keys upward from the root. */
function sortedFrom(chord: NamedChord, tones: readonly ShapeTone[]): readonly ShapeTone[] {
  const root = { spelling: chord.root, role: 't1' };
  return [...tones].sort((a, b) => over(root, a) - over(root, b));
}

function over(low: ShapeTone, high: ShapeTone): number {
  return mod(pitchClassOf(high.spelling) - pitchClassOf(low.spelling), 12);
}

function distinct(tones: readonly ShapeTone[]): readonly ShapeTone[] {
  return tones.filter((tone, index) => tones.findIndex((each) => isSameSound(each, tone)) === index);
}

export function isSameSound(a: ShapeTone, b: ShapeTone): boolean {
  return pitchClassOf(a.spelling) === pitchClassOf(b.spelling);
}
