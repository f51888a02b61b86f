import { spellChord, toneInterval, type NamedChord } from '../pitch/chord';
import { keyOf, scaleOf, SIGNATURE_LIMIT, type Key } from '../pitch/key';
import { isSameSpelling, mod, pitchClassOf, spellingLabel, STEPS, type Spelling } from '../pitch/pitch';
import { transposeSpelling } from '../pitch/interval';
import { homeOf, isDominantKind, isOfHarmonicMinor, raisedSeventh, type Home } from './home-key';
import { MODE_NAMES, SHAPE_NAMES, SHAPES, type Shape } from './scales.data';

/** What can be played freely over one chord, spelled. */
export interface Material {
  readonly tones: readonly Spelling[];
  /** Sets of three notes that go over every chord of the key: degrees 1 2 3, and 7 1 5. */
  readonly threeNotes: readonly (readonly Spelling[])[];
  /** The first five notes of the key, for a hand that stays where it is. */
  readonly fiveNotes: readonly Spelling[];
  readonly scale: readonly Spelling[];
  readonly scaleName: string;
  /** Notes of the scale that grate when they are held on a beat. */
  readonly avoid: readonly Spelling[];
  /** The third, the note that tells the chord: the fourth or second of a suspended one, the fifth where there is no third. */
  readonly telling: Spelling;
  /** The key whose scale it is, and whether that is the music's own. */
  readonly home: Home;
}

/**
 * What fits over a chord in a key. Scales by the degree on which the chord stands: the modes of the major key; in minor the natural
 * minor from the chord's root, over V and vii° the harmonic minor; a secondary or borrowed chord takes the scale of the key it belongs to,
 * with its own tones; diminished sevenths whole and half tones in turn, a dominant with ♭9 half and whole.
 *
 * Source: chord-scale theory as in Nettles & Graf 1997, The Chord Scale Theory and Jazz Harmony; the order in which a teacher gives
 * it: three notes, five, then the scale. Where no key is given, the chord says one (see `keyByItself`). O(1).
 */
export function materialOver(chord: NamedChord, given: Key | null): Material {
  const key = given ?? keyByItself(chord);
  const home = homeOf(chord, key);
  const tones = spellChord(chord);
  const { name, notes } = scaleOver(chord, home, given === null);
  const keyScale = scaleOf(key);
  const isOverDominant = key.mode === 'minor' && isOfHarmonicMinor(chord, key);
  const seventh = isOverDominant || key.mode === 'major' ? raisedSeventh(key) : keyScale[6]!;
  return {
    tones,
    threeNotes: [keyScale.slice(0, 3), [seventh, keyScale[0]!, keyScale[4]!]],
    fiveNotes: keyScale.slice(0, 5),
    scale: notes,
    scaleName: name,
    avoid: avoidOver(chord, notes),
    telling: tellingOf(chord),
    home,
  };
}

/** The key that a chord alone suggests: a dominant seventh and a half-diminished lead to theirs, any other is taken as the tonic. */
function keyByItself(chord: NamedChord): Key {
  const { triad, seventh } = chord.quality;
  const isMinor = triad === 'minor' || triad === 'diminished';
  const tonic =
    seventh === 'minor' && (triad === 'major' || triad === 'sus4' || triad === 'augmented')
      ? transposeSpelling(chord.root, { steps: -4, semitones: -7 })
      : triad === 'diminished'
        ? transposeSpelling(chord.root, { steps: 1, semitones: 1 })
        : chord.root;
  const mode =
    triad === 'diminished' ? (seventh === 'minor' ? 'major' : 'minor') : isMinor ? 'minor' : 'major';
  const key = keyOf(tonic, mode);
  if (Math.abs(key.fifths) <= SIGNATURE_LIMIT) return key;
  // Beyond seven signs nobody writes: the other mode, or C, is near enough to play three notes in.
  const other = keyOf(tonic, mode === 'major' ? 'minor' : 'major');
  return Math.abs(other.fifths) <= SIGNATURE_LIMIT ? other : { fifths: 0, mode };
}

interface Scale {
  readonly name: string;
  readonly notes: readonly Spelling[];
}

function scaleOver(chord: NamedChord, home: Home, isByItself: boolean): Scale {
  const root = spellingLabel(chord.root);
  const tones = spellChord(chord);
  const shape = ownShape(chord, home, isByItself);
  if (shape) {
    const notes = SHAPES[shape].map((degree) =>
      readable(transposeSpelling(chord.root, toneInterval(degree)), tones),
    );
    return named(`${root} ${SHAPE_NAMES[shape]}`, notes, chord);
  }
  const { key } = home;
  const isHarmonic = key.mode === 'minor' && isOfHarmonicMinor(chord, key);
  const raised = raisedSeventh(key);
  const scale = scaleOf(key).map((each) => (isHarmonic && each.step === raised.step ? raised : each));
  const at = scale.findIndex((each) => each.step === chord.root.step);
  const notes = [...scale.slice(at), ...scale.slice(0, at)];
  const name = isHarmonic
    ? `harmonic minor of ${spellingLabel(scale[0]!)}, from ${root}`
    : `${root} ${MODE_NAMES[key.mode][at]!}`;
  return named(name, notes, chord);
}

/** A scale with the chord's own tones in it, which its name says where they are not the scale's. */
function named(name: string, notes: readonly Spelling[], chord: NamedChord): Scale {
  const own = withOwnTones(notes, chord);
  const changed = own.filter((note, index) => !isSameSpelling(note, notes[index]!)).map(spellingLabel);
  return { name: changed.length > 0 ? `${name}, with ${changed.join(', ')}` : name, notes: own };
}

/** A double sharp or flat that is no tone of the chord is read more easily as the natural that it sounds. */
function readable(note: Spelling, tones: readonly Spelling[]): Spelling {
  if (Math.abs(note.alter) < 2 || tones.some((tone) => isSameSpelling(tone, note))) return note;
  const natural = STEPS.find((step) => pitchClassOf({ step, alter: 0 }) === pitchClassOf(note));
  return natural ? { step: natural, alter: 0 } : note;
}

/** Scales that a chord brings with it, wherever it stands. */
function ownShape(chord: NamedChord, home: Home, isByItself: boolean): Shape | null {
  const { triad, seventh, isAlt, altered, hasSixth } = chord.quality;
  if (triad === 'diminished' && seventh === 'diminished') return 'whole-half';
  if (isAlt) return 'altered';
  if (seventh === 'minor' && altered.some(({ degree, alter }) => degree === 9 && alter === -1))
    return 'half-whole';
  const isOfMinor = home.key.mode === 'minor' && isOfHarmonicMinor(chord, home.key);
  if (triad === 'augmented' && seventh !== 'major' && !isOfMinor) return 'whole-tone';
  // By itself a minor seventh is most often a second degree.
  if (isByItself && triad === 'minor' && (seventh === 'minor' || hasSixth)) return 'dorian';
  if (triad === 'minor' && seventh === 'major') return 'harmonic-minor';
  if (home.by !== 'own-tones' || scaleOf(home.key).some((each) => isSameSpelling(each, chord.root)))
    return null;
  if (isDominantKind(chord)) return 'lydian-dominant';
  return triad === 'minor' ? 'dorian' : triad === 'diminished' ? 'locrian' : 'lydian';
}

/** Each tone of the chord in place of the scale's note of its letter. */
function withOwnTones(notes: readonly Spelling[], chord: NamedChord): readonly Spelling[] {
  const tones = spellChord(chord);
  const classes = new Set(notes.map(pitchClassOf));
  return notes.map((note) => {
    const isTone = tones.some((tone) => pitchClassOf(tone) === pitchClassOf(note));
    const own = tones.find((tone) => tone.step === note.step && !classes.has(pitchClassOf(tone)));
    return isTone ? note : (own ?? note);
  });
}

/** Scale notes a half tone above a tone of the chord; over a suspended fourth, the third that it stands for. */
function avoidOver(chord: NamedChord, scale: readonly Spelling[]): readonly Spelling[] {
  const tones = spellChord(chord).map(pitchClassOf);
  const third =
    chord.quality.triad === 'sus4'
      ? pitchClassOf(transposeSpelling(chord.root, { steps: 2, semitones: 4 }))
      : null;
  return scale.filter((note) => {
    const own = pitchClassOf(note);
    if (tones.includes(own)) return false;
    if (third !== null && own === third) return true;
    return tones.includes(mod(own - 1, 12));
  });
}

function tellingOf(chord: NamedChord): Spelling {
  const tones = spellChord(chord);
  return chord.quality.triad === 'fifth' ? tones[1]! : (tones[1] ?? chord.root);
}
