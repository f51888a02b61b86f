import { isLimitCode } from '../limits/registry';
import { DEFAULT_RUNGS } from '../limits/rungs';
import { describe, expect, it } from 'vitest';
import { allSources } from '../../testing/demo-tunes';
import { randomSong } from '../../testing/random-songs';
import { AVERAGE_HAND, canReach, spanFromComfort, type HandSize } from '../hands/reach';
import { midiOf, pitchClassOf } from '../pitch/pitch';
import type { Note, Score } from '../score/model';
import { validateScore } from '../score/validate';
import { arrange } from '../arrange/arrange';
import type { Arrangement } from '../arrange/arrangement';
import { ANYONE } from '../arrange/arrange-for';
import { newDocument } from '../document/document';
import type { Setting } from '../document/choices/settings.data';
import { strongBeats } from '../score/time';
import { LOAD_TOLERANCE } from './choose';
import { makeupOf, studySource, type SourceFacts } from '../analyse/study-source';

const PLACES = [6, 5, 4, 3, 2, 1] as const;

function arrangeAt(
  facts: SourceFacts,
  rung: number,
  setting: Setting,
  size: HandSize = AVERAGE_HAND,
): Arrangement {
  const made = newDocument(makeupOf(facts), rung);
  return arrange(facts, { ...made, recipe: { ...made.recipe, setting } }, { ...ANYONE, size });
}

function settingsOf(facts: SourceFacts): readonly Setting[] {
  const { hasTune, hasLeftHand } = makeupOf(facts);
  return [
    ...(hasTune ? (['solo', 'two'] as const) : []),
    'sing',
    ...(hasLeftHand ? (['study'] as const) : []),
  ];
}

/** Notes of one hand that sound together, at each onset. */
function together(notes: readonly Note[]): readonly (readonly Note[])[] {
  const plain = notes.filter((note) => !note.grace && !note.articulations.includes('arpeggiate'));
  return plain.map((note) => plain.filter((each) => each.at <= note.at && each.at + each.duration > note.at));
}

/** Everything that must hold of one arrangement, whatever the piece. */
function check(facts: SourceFacts, made: Arrangement, label: string, size: HandSize): void {
  const { score } = made;
  expect(validateScore(score), label).toEqual([]);
  const hands = [0, 1].map((staff) => score.notes.filter((note) => note.staff === staff));
  for (const [staff, notes] of hands.entries()) {
    const span = staff === 0 ? size.right : size.left;
    for (const chord of together(notes)) {
      const keys = chord.map((note) => midiOf(note.pitch));
      const [low, high] = [Math.min(...keys), Math.max(...keys)];
      expect(
        canReach(low, high, span.largest),
        `${label}, measure ${chord[0]!.measure}: ${low}–${high}`,
      ).toBe(true);
    }
  }
  for (const left of hands[1]!) {
    const clash = hands[0]!.find(
      (right) =>
        !right.grace &&
        midiOf(right.pitch) === midiOf(left.pitch) &&
        right.at < left.at + left.duration &&
        right.at + right.duration > left.at,
    );
    expect(clash?.id, `${label}, measure ${left.measure}: two hands on one key`).toBeUndefined();
  }
  checkLosses(facts, made, label);
}

/** Every note of the source is there, or is named in a record. */
function checkLosses(facts: SourceFacts, made: Arrangement, label: string): void {
  const present = new Set<string>(made.score.notes.map((note) => note.id));
  const told = new Set<string>(made.losses.flatMap((loss) => loss.notes));
  for (const note of facts.score.notes)
    expect(present.has(note.id) || told.has(note.id), `${label}: ${note.id} is gone without a word`).toBe(
      true,
    );
  const droppedTune = made.losses.filter((loss) => loss.kind === 'replaced').flatMap((loss) => loss.notes);
  for (const note of droppedTune)
    expect(facts.tuneIds.has(note), `${label}: the tune's ${note} is only covered by a texture`).toBe(false);
}

/** Strong-beat tune notes, kept in pitch class or named in a snag. Returns how many there are, and how many were kept. */
function strongNotes(facts: SourceFacts, made: Arrangement, label: string): { all: number; kept: number } {
  const named = new Set(made.snags.filter((snag) => snag.code === 'tune-lost').map((snag) => snag.measure));
  let [all, kept] = [0, 0];
  const shift = made.interval.semitones;
  for (const note of facts.score.notes) {
    if (!facts.tuneIds.has(note.id) || facts.score.notes.some((each) => each.tieTo === note.id)) continue;
    const measure = facts.score.measures[note.measure]!;
    if (measure.length !== strongLength(facts.score, note.measure)) continue;
    if (!strongBeats(measure.time).includes(note.at - measure.start)) continue;
    all += 1;
    const isKept = made.score.notes.some(
      (each) =>
        each.at === note.at && (pitchClassOf(each.pitch) - pitchClassOf(note.pitch) - shift) % 12 === 0,
    );
    if (isKept) kept += 1;
    else expect(named.has(note.measure), `${label}, measure ${note.measure}: ${note.id}`).toBe(true);
  }
  return { all, kept };
}

function strongLength(score: Score, index: number): number {
  const { time } = score.measures[index]!;
  return (40_320 / time.beatType) * time.beats;
}

/** Rungs of a piece from the top down: all promises of one rung, and those between rungs. */
function checkLadder(facts: SourceFacts, setting: Setting, label: string, size: HandSize = AVERAGE_HAND) {
  let above: Arrangement | null = null;
  const strong = { all: 0, kept: 0 };
  for (const place of PLACES) {
    const made = arrangeAt(facts, place, setting, size);
    const name = `${label}, ${setting}, rung ${place}`;
    check(facts, made, name, size);
    if (above) {
      const [own, upper] = [made, above].map(({ loads }) => loads.map(({ total }) => total));
      const mean = (all: readonly number[]) => all.reduce((sum, each) => sum + each, 0) / all.length;
      expect(mean(own!), `${name}: heavier than the rung above`).toBeLessThanOrEqual(mean(upper!));
      expect(Math.max(...own!), `${name}: a higher peak than above`).toBeLessThanOrEqual(Math.max(...upper!));
    }
    for (const [measure, load] of made.loads.entries()) {
      if (above)
        expect(load.total, `${name}, measure ${measure}: heavier than the rung above`).toBeLessThanOrEqual(
          above.loads[measure]!.total + LOAD_TOLERANCE,
        );
      if (load.total > DEFAULT_RUNGS[place - 1]!.load)
        expect(
          made.snags.some((snag) => isLimitCode(snag.code) && snag.measure === measure),
          `${name}, measure ${measure}: over the ceiling without a snag`,
        ).toBe(true);
    }
    if (place >= 2 && setting !== 'sing') {
      const counted = strongNotes(facts, made, name);
      strong.all += counted.all;
      strong.kept += counted.kept;
    }
    above = made;
  }
  return strong;
}

describe('the ladder', () => {
  for (const { file, score } of allSources()) {
    const facts = studySource(score);
    for (const setting of settingsOf(facts))
      it(`${file}, ${setting}: every rung keeps its promises`, () => {
        checkLadder(facts, setting, file);
      });
  }

  it('60 random songs: every rung keeps its promises, for several hands', () => {
    const hands = [AVERAGE_HAND, { right: spanFromComfort(9), left: spanFromComfort(9) }];
    const strong = { all: 0, kept: 0 };
    for (let seed = 0; seed < 60; seed += 1) {
      const facts = studySource(randomSong(seed));
      const setting = (['solo', 'sing', 'solo', 'two'] as const)[seed % 4]!;
      const counted = checkLadder(facts, setting, `seed ${seed}`, hands[seed % 2]);
      strong.all += counted.all;
      strong.kept += counted.kept;
    }
    // The figure is reported in the notes; this holds it from slipping.
    expect(strong.kept / strong.all).toBeGreaterThan(0.95);
  });

  it('gives the same arrangement to the byte, with and without what it remembers', () => {
    const { score } = allSources()[0]!;
    for (const place of PLACES) {
      const [a, b] = [studySource(score), studySource(score)];
      arrangeAt(a, 6, 'sing');
      expect(JSON.stringify(arrangeAt(a, place, 'solo'))).toBe(JSON.stringify(arrangeAt(b, place, 'solo')));
    }
  });
});
