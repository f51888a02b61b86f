import { byOctaves, transposeScore, transpositionTo } from '../keys/transpose-score';
import type { Interval } from '../pitch/interval';
import { keyOf, readKey, tonicOf, type Key } from '../pitch/key';
import { readChord } from '../pitch/chord';
import type { ChordSymbol, Section } from '../score/model';
import { ticks } from '../units';
import { pinsOf, type ArrangementDocument, type Setting } from './document';
import { doubleValues } from './double-values';
import { climbLadder, easedChoices, rungsAbove } from './ladder';
import { gatherMaterial, type Material } from './material';
import type { MeasurePins } from './measure-pins';
import type { SolvedRung, Wishes } from './rung-task';
import type { SourceFacts } from './study-source';
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
const lastMaterial = new WeakMap<
  SourceFacts,
  { readonly asked: string; readonly made: Pick<Chosen, 'facts' | 'material' | 'interval'> }
>();

/** Works out a document's choices, or takes those worked out last. */
export function settingFor(facts: SourceFacts, document: ArrangementDocument, whom: ArrangeFor): Chosen {
  const { recipe } = document;
  const deciding = document.pins.filter((pin) =>
    ['texture', 'right-texture', 'setting', 'ease', 'keep', 'chord'].includes(pin.kind),
  );
  const {
    setting,
    rung,
    key,
    leftTexture,
    rightTexture,
    voicing,
    noteValues,
    colours,
    tempo,
    fingers,
    sourceFingers,
  } = recipe;
  const asked = JSON.stringify([
    [
      setting,
      rung,
      key,
      recipe.octave,
      leftTexture,
      rightTexture,
      voicing,
      noteValues,
      colours,
      tempo,
      fingers === 'pinned' || sourceFingers === 'ignored',
    ],
    deciding,
    document.sections,
    whom,
  ]);
  const last = lastChosen.get(facts);
  if (last?.asked === asked) return last.chosen;
  const chosen = choose(facts, document, whom);
  lastChosen.set(facts, { asked, chosen });
  return chosen;
}

function materialFor(facts: SourceFacts, document: ArrangementDocument, whom: ArrangeFor) {
  const { recipe } = document;
  const chords = pinsOf(document, 'chord');
  const asked = JSON.stringify([
    recipe.key,
    recipe.octave,
    recipe.noteValues,
    recipe.tempo,
    chords,
    document.sections,
    whom.keyboard,
  ]);
  const last = lastMaterial.get(facts);
  if (last?.asked === asked) return last.made;
  const renamed = withChords(facts, chords);
  const source = recipe.noteValues === 'doubled' ? doubleValues(renamed) : renamed;
  const key = targetKey(source.key, recipe.key);
  const nearest = transpositionTo(source.score, source.key, key, whom.keyboard);
  const interval = byOctaves(nearest, recipe.octave);
  const moved = transposeScore({ ...source.score, chords: source.chords }, interval);
  const sections = sectionsFor(source, document.sections);
  const made = {
    facts: source,
    interval,
    material: gatherMaterial({
      score: moved,
      key,
      roles: source.roles,
      tuneIds: source.tuneIds,
      sections,
      tempo: recipe.tempo,
    }),
  };
  lastMaterial.set(facts, { asked, made });
  return made;
}

/** Sections are kept by measures of the source. */
function sectionsFor(facts: SourceFacts, drawn: readonly Section[] | null): readonly Section[] {
  if (!drawn) return facts.sections;
  const from = (measure: number) => Math.max(0, facts.sourceMeasure.indexOf(measure));
  const to = (measure: number) => Math.max(0, facts.sourceMeasure.lastIndexOf(measure));
  return drawn.map((section) => ({ ...section, from: from(section.from), to: to(section.to) }));
}

function withChords(facts: SourceFacts, pins: ReturnType<typeof pinsOf<'chord'>>): SourceFacts {
  if (pins.length === 0) return facts;
  const renamed = pins.flatMap((pin): ChordSymbol[] => {
    const measure = facts.score.measures[pin.measure];
    const reading = readChord(pin.symbol);
    if (!measure || !reading.ok || pin.tick >= measure.length) return [];
    const at = ticks(measure.start + pin.tick);
    return [{ id: `h${pin.measure}t${pin.tick}`, measure: pin.measure, at, chord: reading.chord }];
  });
  const places = new Set(renamed.map((each) => each.at));
  const chords = [...facts.chords.filter((each) => !places.has(each.at)), ...renamed].sort(
    (a, b) => a.at - b.at,
  );
  return { ...facts, chords };
}

function choose(original: SourceFacts, document: ArrangementDocument, whom: ArrangeFor): Chosen {
  const { facts, material, interval } = materialFor(original, document, whom);
  const { recipe } = document;
  const scale = recipe.noteValues === 'doubled' ? 2 : 1;
  const own = new Map(pinsOf(document, 'setting').map((pin) => [pin.measure, pin.setting]));
  const settingAt = facts.sourceMeasure.map((source) => own.get(source) ?? recipe.setting);
  const wishes: Wishes = {
    settingAt,
    leftTexture:
      recipe.leftTexture === 'as-written' && !material.hasLeftHand ? 'held-root' : recipe.leftTexture,
    rightTexture: recipe.rightTexture,
    voicing: recipe.voicing,
    isDry: whom.pedal !== 'yes',
  };
  const task = { facts, material, rules: whom.rules, size: whom.size, wishes, firstLike: facts.firstLike };
  const solved = climbLadder(task, recipe.rung, measurePins(document, facts));
  const eased = easedChoices(task, recipe.rung, pinsOf(document, 'ease'), facts.sourceMeasure, solved);
  return {
    facts,
    material,
    interval,
    scale,
    settingAt,
    solved: eased,
    above: rungsAbove(task, recipe.rung),
    base: writeBase(material, settingAt, eased, recipe, facts),
  };
}

function measurePins(document: ArrangementDocument, { sourceMeasure }: SourceFacts): MeasurePins {
  const at = <T>(pins: readonly { readonly measure: number; readonly value: T }[]) => {
    const byMeasure = new Map(pins.map(({ measure, value }) => [measure, value]));
    return new Map(
      sourceMeasure.flatMap((source, index) => {
        const value = byMeasure.get(source);
        return value === undefined ? [] : [[index, value] as const];
      }),
    );
  };
  const left = pinsOf(document, 'texture').map(({ measure, texture }) => ({ measure, value: texture }));
  const right = pinsOf(document, 'right-texture').map(({ measure, texture }) => ({
    measure,
    value: texture,
  }));
  const keep = pinsOf(document, 'keep').map(({ measure }) => ({ measure, value: true }));
  return { left: at(left), right: at(right), keep: new Set(at(keep).keys()) };
}

/** The key asked for; one named only by its tonic keeps the piece's own mode. */
export function targetKey(source: Key, wanted: string | null): Key {
  const key = wanted === null ? null : readKey(wanted);
  if (!key) return source;
  if (key.mode === source.mode) return key;
  const sameTonic = keyOf(tonicOf(key), source.mode);
  return Math.abs(sameTonic.fifths) <= 7 ? sameTonic : source;
}
