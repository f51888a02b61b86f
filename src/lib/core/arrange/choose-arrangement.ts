import type { OpenDocument } from '../document/open-document';
import type { Decisions } from '../document/pins/pin';
import { byOctaves, transposeChords, transposeScore, transpositionTo } from '../score/transpose-score';
import { transposePitch, type Interval } from '../pitch/interval';
import { keyOf, readKey, tonicOf, type Key } from '../pitch/key';
import { readChord } from '../pitch/chord';
import type { ChordSymbol, Measure, Section } from '../score/model';
import { ticks } from '../units';
import type { Setting } from '../document/choices/settings.data';
import { doubleValues, placeDoubled } from './double-values';
import { climbLadder, easedChoices, rungsAbove } from '../ladder/climb-ladder';
import { gatherMaterial, harmonize, type Gathered, type Material } from '../analyse/material';
import type { MeasurePins, PinnedVoicing } from '../ladder/measure-pins';
import type { SolvedRung, Wishes } from '../ladder/rung-task';
import type { SourceFacts } from '../analyse/study-source';
import type { ArrangeFor } from './arrange-for';
import { writeBase, type BaseScore } from './base-score';

/** Everything that is decided before single notes are pinned. */
export interface Chosen {
  readonly facts: SourceFacts;
  readonly material: Material;
  readonly interval: Interval;
  readonly scale: number;
  readonly settingAt: readonly Setting[];
  readonly solved: SolvedRung;
  /** The rungs above without pins, the top one first. */
  readonly above: readonly SolvedRung[];
  readonly base: BaseScore;
}

const lastChosen = new WeakMap<SourceFacts, { readonly asked: string; readonly chosen: Chosen }>();
interface Moved {
  /** The source, in doubled note values where those are asked for. */
  readonly source: SourceFacts;
  readonly interval: Interval;
  readonly gathered: Gathered;
}

const lastGathered = new WeakMap<SourceFacts, { readonly asked: string; readonly made: Moved }>();
const lastMaterial = new WeakMap<
  Gathered,
  { readonly asked: string; readonly made: Pick<Chosen, 'facts' | 'material' | 'interval'> }
>();

/** Works out what is decided before notes are pinned, or takes what was worked out last. */
export function chooseArrangement(facts: SourceFacts, document: OpenDocument, whom: ArrangeFor): Chosen {
  const { recipe } = document;
  const asked = JSON.stringify([
    [
      recipe.setting,
      recipe.rung,
      recipe.key,
      recipe.octave,
      recipe.leftTexture,
      recipe.rightTexture,
      recipe.voicing,
      recipe.noteValues,
      recipe.colours,
      recipe.tempo,
      recipe.fingers === 'pinned' || recipe.sourceFingers === 'ignored',
    ],
    document.decidedBy,
    document.sections,
    whom,
  ]);
  const last = lastChosen.get(facts);
  if (last?.asked === asked) return last.chosen;
  const chosen = choose(facts, document, whom);
  lastChosen.set(facts, { asked, chosen });
  return chosen;
}

/** The music of the source in the key asked for, over its chords as the document has them. */
export function materialFor(
  facts: SourceFacts,
  document: OpenDocument,
  whom: ArrangeFor,
): Pick<Chosen, 'facts' | 'material' | 'interval'> {
  const { source, interval, gathered } = gather(facts, document, whom);
  const { chords: pins } = document.decides;
  const asked = JSON.stringify(pins);
  const last = lastMaterial.get(gathered);
  if (last?.asked === asked) return last.made;
  const renamed = renameChords(facts, pins);
  const isDoubled = document.recipe.noteValues === 'doubled';
  const chords = isDoubled ? renamed.map((symbol) => placeDoubled(symbol, source.score.measures)) : renamed;
  const made = {
    facts: { ...source, chords },
    interval,
    material: harmonize(gathered, transposeChords(source.score, chords, interval)),
  };
  lastMaterial.set(gathered, { asked, made });
  return made;
}

/** All of the source but its chords, moved to the key asked for; it stays what it is when a chord is renamed. */
function gather(facts: SourceFacts, { recipe, sections: drawn }: OpenDocument, whom: ArrangeFor): Moved {
  const asked = JSON.stringify([
    recipe.key,
    recipe.octave,
    recipe.noteValues,
    recipe.tempo,
    drawn,
    whom.keyboard,
  ]);
  const last = lastGathered.get(facts);
  if (last?.asked === asked) return last.made;
  const source = recipe.noteValues === 'doubled' ? doubleValues(facts) : facts;
  const key = targetKey(source.key, recipe.key);
  const nearest = transpositionTo(source.score, source.key, key, whom.keyboard);
  const interval = byOctaves(nearest, recipe.octave);
  const made = {
    source,
    interval,
    gathered: gatherMaterial({
      score: transposeScore(source.score, interval),
      key,
      roles: source.roles,
      tuneIds: source.tuneIds,
      sections: sectionsFor(source, drawn),
      areSectionsGiven: drawn !== null || source.areSectionsGiven,
      tempo: typeof recipe.tempo === 'number' ? recipe.tempo : null,
    }),
  };
  lastGathered.set(facts, { asked, made });
  return made;
}

/** Sections are kept by measures of the source. */
function sectionsFor(facts: SourceFacts, drawn: readonly Section[] | null): readonly Section[] {
  if (!drawn) return facts.sections;
  const from = (measure: number) => Math.max(0, facts.sourceMeasure.indexOf(measure));
  const to = (measure: number) => Math.max(0, facts.sourceMeasure.lastIndexOf(measure));
  return drawn.map((section) => ({ ...section, from: from(section.from), to: to(section.to) }));
}

/** The chords of the piece with those that a teacher put in their place. */
function renameChords(facts: SourceFacts, pins: Decisions['chords']): readonly ChordSymbol[] {
  if (pins.length === 0) return facts.chords;
  const renamed = pins.flatMap((pin): ChordSymbol[] => {
    const measure = facts.score.measures[pin.measure];
    const reading = readChord(pin.symbol);
    if (!measure || !reading.ok || pin.tick >= measure.length) return [];
    const at = ticks(measure.start + pin.tick);
    return [{ id: `h${pin.measure}t${pin.tick}`, measure: pin.measure, at, chord: reading.chord }];
  });
  const places = new Set(renamed.map((each) => each.at));
  return [...facts.chords.filter((each) => !places.has(each.at)), ...renamed].sort((a, b) => a.at - b.at);
}

function choose(original: SourceFacts, document: OpenDocument, whom: ArrangeFor): Chosen {
  const { facts, material, interval } = materialFor(original, document, whom);
  const { recipe, decides } = document;
  const settingAt = facts.sourceMeasure.map((source) => decides.setting.get(source) ?? recipe.setting);
  const wishes: Wishes = {
    settingAt,
    leftTexture: recipe.leftTexture,
    rightTexture: recipe.rightTexture,
    voicing: recipe.voicing,
    isPaced: recipe.tempo === null,
    isDry: whom.pedal !== 'yes',
  };
  const task = { material, rules: whom.rules, size: whom.size, wishes };
  const scale = recipe.noteValues === 'doubled' ? 2 : 1;
  const pins = pinsAtMeasures(decides, facts.sourceMeasure, material.score.measures, interval, scale);
  const solved = climbLadder(task, recipe.rung, pins);
  const eased = easedChoices(task, recipe.rung, decides.ease, facts.sourceMeasure, solved);
  return {
    facts,
    material: eased.material,
    interval,
    scale,
    settingAt,
    solved: eased,
    above: rungsAbove(task, recipe.rung),
    base: writeBase(eased.material, settingAt, eased, recipe, facts),
  };
}

/** Pins of measures of the source, at the measures here that they stand for. */
function pinsAtMeasures(
  { left, right, keep, voicings }: Decisions,
  sourceMeasure: readonly number[],
  measures: readonly Measure[],
  interval: Interval,
  scale: number,
): MeasurePins {
  const voiced = new Map<number, PinnedVoicing[]>();
  for (const { measure, tick, hand, texture, pitches } of voicings)
    for (const [index, source] of sourceMeasure.entries()) {
      const isOpening = scale === 1 || sourceMeasure[index - 1] !== source;
      if (source !== measure || !isOpening) continue;
      const at = measures[index]!.start + tick * scale;
      const here = measures.slice(index, index + scale).find((each) => at < each.start + each.length);
      if (!here) continue;
      const own = pitches.map((pitch) => transposePitch(pitch, interval));
      voiced.set(here.index, [...(voiced.get(here.index) ?? []), { hand, texture, at, pitches: own }]);
    }
  const here = <Value>(pins: ReadonlyMap<number, Value>) =>
    new Map(
      sourceMeasure.flatMap((source, index) => {
        const value = pins.get(source);
        return value === undefined ? [] : [[index, value] as const];
      }),
    );
  return {
    left: here(left),
    right: here(right),
    keep: new Set(sourceMeasure.flatMap((source, index) => (keep.has(source) ? [index] : []))),
    voicings: voiced,
  };
}

/** The key asked for; one named only by its tonic keeps the piece's own mode. */
export function targetKey(source: Key, wanted: string | null): Key {
  const key = wanted === null ? null : readKey(wanted);
  if (!key) return source;
  if (key.mode === source.mode) return key;
  const sameTonic = keyOf(tonicOf(key), source.mode);
  return Math.abs(sameTonic.fifths) <= 7 ? sameTonic : source;
}
