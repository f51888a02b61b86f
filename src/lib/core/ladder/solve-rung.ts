import type { Rung } from '../limits/registry';
import { rungAt } from '../limits/rungs';
import { sectionHands, placeHands, type SectionHands } from './section-hands';
import { sectionKind } from '../analyse/twins';
import type { NoteId } from '../units';
import { chordName } from '../pitch/chord';
import { notesAllowed } from '../limits/notes-at-once';
import { chordSpans, sectionEnds, type ChordSpan } from '../voicing/chord-spans';
import { chordDemands, isPlainRung, type ChordDemand } from './chord-sounds';
import { fromAbove, joinHands, type Candidate } from './candidates';
import { PassageMemory, numberOf, type Asked } from './passage-memory';
import { nameOfChords, nameOfMade, nameOfSource } from './passage-name';
import { chooseCandidates, isPlayedAlike, isSameHand } from './choose';
import type { CandidateContext } from './hand-choice';
import { houseLeft, houseRight } from '../textures/house';
import { LeftChoices } from './left-choices';
import type { HandName } from '../hands/hand';
import type { Material, MeasureMaterial } from '../analyse/material';
import { isHandPinned, isPinned, NO_PINS, type MeasurePins } from './measure-pins';
import { strongBeats } from '../score/time';
import { RightChoices } from './right-choices';
import type { RungTask, SolvedRung } from './rung-task';
import { isSung, leftRank } from '../document/choices/textures.data';

const HANDS = ['left', 'right'] as const;

/** All ways to play a measure, and those of them that may be chosen. */
interface Ways {
  readonly all: readonly Candidate[];
  readonly open: readonly Candidate[];
}

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
  readonly #spans: readonly (readonly ChordSpan[])[];
  readonly #demands: readonly (readonly ChordDemand[])[];
  readonly #free: readonly (readonly Candidate[])[];

  constructor(
    private readonly task: RungTask,
    memory: Pick<PassageMemory, 'candidatesOf'> = memoryFor(task),
  ) {
    const { material, rules, place } = task;
    this.#rung = rungAt(rules.rungs, place);
    this.#chordChanges = new Set(material.score.chords.map((symbol) => symbol.at));
    this.#strongTune = strongTuneNotes(material);
    const spans = chordSpans(material.score.measures, material.score.chords);
    this.#hands = handsOfSections(task, spans);
    this.#spans = spansByMeasure(material, spans);
    this.#demands = demandsOf(task, this.#rung, spans, this.#spans);
    this.#lefts = new LeftChoices(
      task,
      this.#rung,
      this.#hands,
      () => this.#rights.sungNotes(),
      () => this.#rights.sungName(),
    );
    this.#rights = new RightChoices(task, this.#rung, this.#lefts);
    this.#free = memory.candidatesOf(this.#askedOf());
  }

  /** Every measure without pins, with all that its candidates depend on. */
  #askedOf(): readonly Asked[] {
    const { material, above } = this.task;
    return material.measures.map((own) => {
      const { index } = own.measure;
      const context = this.#contextAt(own, NO_PINS);
      const higher = above?.choices[index]!.candidate ?? null;
      const made = [...this.#lefts.madeAt(context), ...this.#rights.madeAt(context)];
      const name = [
        JSON.stringify([context.setting, context.houseLeft, context.houseRight, context.hands, own.lengthMs]),
        nameOfSource(material, own),
        nameOfChords(this.#spans[index]!, context.demands, this.#chordChanges, own),
        ...made.map((notes) => nameOfMade(notes, own)),
        higher && `${numberOf(higher)} ${above?.material === material ? 'at this pace' : 'faster'}`,
      ].join('\n');
      const passage = { own, made, above: higher };
      return { name, passage, workOut: () => this.#candidatesAt(own, NO_PINS) };
    });
  }

  /** The rung as it is without pins. */
  solve(): SolvedRung {
    return this.#solved(NO_PINS, this.#free, null);
  }

  /**
   * The same with measures pinned: they are chosen anew, and all others stay as they are `unpinned`, so that whoever changes
   * one measure changes no other, and whoever changes one hand, where that can be, not the other. It may be heavier to come
   * to a measure after a pinned one: what is promised of the rung above holds where nothing is pinned.
   */
  pinned(unpinned: SolvedRung, pins: MeasurePins): SolvedRung {
    const ways = this.task.material.measures.map((own, index): Ways => {
      const standing = unpinned.choices[index]!.candidate;
      return isPinned(pins, index)
        ? this.#waysAt(own, pins, standing)
        : { all: this.#free[index]!, open: [standing] };
    });
    return this.#solved(
      pins,
      ways.map(({ all }) => all),
      ways.map(({ open }) => open),
    );
  }

  #solved(
    pins: MeasurePins,
    candidates: readonly (readonly Candidate[])[],
    open: readonly (readonly Candidate[])[] | null,
  ): SolvedRung {
    const { material, above, place } = this.task;
    const choices = chooseCandidates({
      candidates,
      lengthsMs: material.measures.map((each) => each.lengthMs),
      settingAt: this.task.wishes.settingAt,
      opensSection: material.measures.map((each) => each.opensSection),
      rung: this.#rung,
      above: open || !above ? null : above.choices.map(({ load }) => load.total),
      twinOf: this.#twinsUnder(pins),
      open,
    });
    return {
      material,
      place,
      choices,
      candidates,
      voicings: {
        left: this.#lefts.voicingsOf(choices, pins, this.task.wishes.settingAt),
        right: this.#rights.voicingsOf(choices, pins),
      },
      hands: this.#hands,
    };
  }

  /** What is played alike; where the source's own left hand stands, all of the source is compared. */
  #twinsUnder(pins: MeasurePins): readonly number[] {
    const { material } = this.task;
    return material.measures.map((_, index) => {
      const house = this.#contextAt(material.measures[index]!, pins);
      const isGiven = house.houseLeft === 'as-written' || house.houseRight === 'as-written';
      const first = (isGiven ? material.wholeTwinOf : material.twinOf)[index]!;
      return isPinned(pins, index) || isPinned(pins, first) ? index : first;
    });
  }

  #candidatesAt(own: MeasureMaterial, pins: MeasurePins): readonly Candidate[] {
    const { above, material } = this.task;
    const { index } = own.measure;
    const context = this.#contextAt(own, pins);
    const lefts = this.#lefts.choicesAt(context);
    const rights = this.#rights.choicesAt(context);
    // Where nothing of the tune can be shared, a left hand that was asked to share it rests.
    const mustRest =
      lefts.every(({ texture }) => texture === 'shares-tune') && !rights.some(({ isShared }) => isShared);
    const pairs = rights.flatMap((right) =>
      lefts.flatMap((left) => {
        if (!mustRest && right.isShared !== (left.texture === 'shares-tune')) return [];
        return [joinHands(context, right.choice, right.low ?? left)];
      }),
    );
    const isOpen = above !== null && (!isPinned(pins, index) || pairs.length === 0);
    if (!isOpen) return pairs;
    // A rung never has more of the tune than the rung above it.
    const most = tuneNotes(material, above.choices[index]!.candidate);
    const taken = fromAbove(context, above.choices[index]!.candidate, above.material === material);
    // What the rung above plays under another name may be this rung's own.
    const known = pairs.find((pair) => isPlayedAlike(pair, taken));
    return [
      ...pairs.filter((pair) => tuneNotes(material, pair) <= most),
      known ? { ...known, isFromAbove: true } : taken,
    ];
  }

  /** The ways of a pinned measure; a hand that nothing was pinned for plays on as it stands, but where it would share the tune. */
  #waysAt(own: MeasureMaterial, pins: MeasurePins, standing: Candidate): Ways {
    const all = this.#candidatesAt(own, pins);
    const { index } = own.measure;
    // To keep the tune whole is to fix the right hand.
    const isFixed = (hand: HandName) =>
      isHandPinned(pins, hand, index) || (hand === 'right' && pins.keep.has(index));
    const free = HANDS.find((hand) => !isFixed(hand));
    const isShared = [standing, ...all].some(({ left }) => left.texture === 'shares-tune');
    if (!free || isShared) return { all, open: all };
    const alike = all.filter((each) => isSameHand(each[free], standing[free]));
    if (alike.length > 0) return { all, open: alike };
    const context = this.#contextAt(own, pins);
    const joined =
      free === 'right'
        ? this.#lefts.choicesAt(context).map((left) => joinHands(context, standing.right, left))
        : this.#rights.choicesAt(context).map(({ choice }) => joinHands(context, choice, standing.left));
    return { all: [...all, ...joined], open: joined };
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
      wantedRight === 'rests' || (wantedRight !== 'by-rung' && isSung(wantedRight) === (setting === 'sing'))
        ? wantedRight
        : 'by-rung';
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
      demands: this.#demands[index]!,
      strongTune: this.#strongTune,
      pins,
    };
  }
}

/** What this rung worked out for the same music, whatever the settings of its measures: those are in their names. */
function memoryFor({ material, rules, size, place, wishes }: RungTask): PassageMemory {
  return PassageMemory.for(material, JSON.stringify([place, rules, size, { ...wishes, settingAt: null }]));
}

/** Where the hands stay in each section; sections of one kind are placed alike, and once. */
function handsOfSections({ material, wishes }: RungTask, spans: readonly ChordSpan[]) {
  const placed = new Map<string, SectionHands>();
  return material.sections.map(({ from, name }, index) => {
    const setting = wishes.settingAt[from] ?? 'solo';
    const kind = `${setting} ${sectionKind(name)}`;
    const hands = placed.get(kind) ?? sectionHands(material, index, spans, setting);
    placed.set(kind, hands);
    return hands;
  });
}

/** How many notes of the tune a way to play a measure has. */
function tuneNotes({ tuneIds }: Material, { right, left }: Candidate): number {
  let count = 0;
  for (const note of right.music.notes) if (tuneIds.has(note.id)) count += 1;
  for (const note of left.music.notes) if (tuneIds.has(note.id)) count += 1;
  return count;
}

function spansByMeasure({ measures }: Material, spans: readonly ChordSpan[]) {
  const byMeasure: ChordSpan[][] = measures.map(() => []);
  for (const span of spans) byMeasure[span.measure]!.push(span);
  return byMeasure;
}

/** What each chord asks for, by measure. */
function demandsOf(
  { material, wishes, place }: RungTask,
  rung: Rung,
  spans: readonly ChordSpan[],
  byMeasure: readonly (readonly ChordSpan[])[],
): readonly (readonly ChordDemand[])[] {
  const named = spans.filter(({ chord }) => chord?.kind === 'chord');
  const ends = sectionEnds(material.sections, spans);
  const changes = new Set(
    named.filter(
      ({ chord }, index) => index === 0 || chordName(named[index - 1]!.chord!) !== chordName(chord!),
    ),
  );
  return material.measures.map(({ measure: { index } }) => {
    const setting = wishes.settingAt[index]!;
    const isSung = setting === 'sing';
    const both = notesAllowed(rung, setting, 'right') + notesAllowed(rung, setting, 'left');
    const room = both - (isSung ? 1 : 2);
    const asked = isPlainRung(place, setting) ? (isSung ? 1 : 0) : room;
    return chordDemands(
      byMeasure[index]!,
      (span) => ends.has(span),
      (span) => changes.has(span),
      asked,
    );
  });
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
