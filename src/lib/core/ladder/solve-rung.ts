import type { Rung } from '../limits/registry';
import { rungAt } from '../limits/rungs';
import { sectionHands, placeHands, type SectionHands } from './section-hands';
import type { NoteId } from '../units';
import { spansFor } from '../voicing/accompany';
import { fromAbove, joinHands, type Candidate } from './candidates';
import { chooseCandidates } from './choose';
import type { CandidateContext } from './hand-choice';
import { houseLeft, houseRight } from '../textures/house';
import { LeftChoices } from './left-choices';
import type { Material, MeasureMaterial } from '../analyse/material';
import { hasPins, isPinned, NO_PINS, type MeasurePins } from './measure-pins';
import { strongBeats } from '../score/time';
import { RightChoices } from './right-choices';
import type { RungTask, SolvedRung } from './rung-task';
import { isSung, leftRank } from '../document/choices/textures.data';

/**
 * One rung of the ladder: for every measure the ways to play it (rhythm of the tune × what stands under it × left-hand
 * texture, and what the rung above chose), and the best way through them. The ways are worked out once; a pinned measure
 * has its own. O(measures × candidates²).
 */
export class RungSolver {
  readonly #rung: Rung;
  readonly #chordChanges: ReadonlySet<number>;
  readonly #strongTune: ReadonlySet<NoteId>;
  readonly #hands: readonly SectionHands[];
  readonly #lefts: LeftChoices;
  readonly #rights: RightChoices;
  readonly #free: readonly (readonly Candidate[])[];

  constructor(private readonly task: RungTask) {
    const { material, rules, place } = task;
    this.#rung = rungAt(rules.rungs, place);
    this.#chordChanges = new Set(material.score.chords.map((symbol) => symbol.at));
    this.#strongTune = strongTuneNotes(material);
    const spans = spansFor(material, this.#rung.leftOnsets);
    this.#hands = material.sections.map((section, index) => {
      const own = spans.filter((span) => span.measure >= section.from && span.measure <= section.to);
      return sectionHands(material, index, own, task.wishes.settingAt[section.from] ?? 'solo');
    });
    this.#lefts = new LeftChoices(task, this.#rung, this.#hands);
    this.#rights = new RightChoices(task, this.#rung, this.#lefts);
    this.#free = material.measures.map((own) => this.#candidatesAt(own, NO_PINS));
  }

  solve(pins: MeasurePins): SolvedRung {
    const { material, above, firstLike, place } = this.task;
    const candidates = material.measures.map((own, index) =>
      isPinned(pins, index) ? this.#candidatesAt(own, pins) : this.#free[index]!,
    );
    // A measure next to a pinned one may be heavier to come to; the promise holds where nothing is pinned.
    const isPromised = !hasPins(pins);
    const choices = chooseCandidates({
      candidates,
      lengthsMs: material.measures.map((each) => each.lengthMs),
      opensSection: material.measures.map((each) => each.opensSection),
      rung: this.#rung,
      ceilings: material.measures.map((_, index) =>
        isPromised ? (above?.choices[index]?.load.total ?? null) : null,
      ),
      firstLike,
    });
    return { place, choices, candidates, voicingAt: this.#lefts.voicingsOf(choices), hands: this.#hands };
  }

  #candidatesAt(own: MeasureMaterial, pins: MeasurePins): readonly Candidate[] {
    const { above } = this.task;
    const { index } = own.measure;
    const context = this.#contextAt(own, pins);
    const lefts = this.#lefts.choicesAt(context);
    const pairs = this.#rights.choicesAt(context).flatMap((right) =>
      lefts.flatMap((left) => {
        if (right.isShared !== (left.texture === 'shares-tune')) return [];
        return [joinHands(context, right, right.low ?? left)];
      }),
    );
    const isOpen = above !== null && (!isPinned(pins, index) || pairs.length === 0);
    return isOpen ? [...pairs, fromAbove(context, above.choices[index]!.candidate)] : pairs;
  }

  #contextAt(own: MeasureMaterial, pins: MeasurePins): CandidateContext {
    const { material, size, wishes, place, rules } = this.task;
    const index = own.measure.index;
    const setting = wishes.settingAt[index]!;
    const house = rules.house[Math.min(place, rules.house.length) - 1]!;
    // The top rung of a piece that has a left hand of its own is the piece as it stands.
    const isAsSource =
      material.hasLeftHand && this.#rung.leftTextures >= leftRank('as-written') && setting !== 'sing';
    const wantedRight = wishes.rightTexture;
    const fitting =
      wantedRight !== 'by-rung' && isSung(wantedRight) === (setting === 'sing') ? wantedRight : 'by-rung';
    return {
      material,
      own,
      rung: this.#rung,
      setting,
      size,
      hands: this.#hands[own.section] ?? placeHands(material, own.section),
      houseLeft:
        wishes.leftTexture === 'by-rung'
          ? isAsSource
            ? 'as-written'
            : houseLeft(house, setting, own.measure.time)
          : wishes.leftTexture,
      houseRight: fitting === 'by-rung' ? (isAsSource ? 'as-written' : houseRight(house, setting)) : fitting,
      chordChanges: this.#chordChanges,
      strongTune: this.#strongTune,
      pins,
    };
  }
}

/** Tune notes that are struck on strong beats. */
export function strongTuneNotes(material: Material): ReadonlySet<NoteId> {
  return new Set(
    material.measures.flatMap(({ measure, offset, tune }) => {
      const strong = new Set(strongBeats(measure.time));
      return tune.notes
        .filter((note) => !note.grace && !material.heldFrom.has(note.id))
        .filter((note) => strong.has(note.at - measure.start + offset))
        .map((note) => note.id);
    }),
  );
}
