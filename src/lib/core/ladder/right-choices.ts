import type { Rung } from '../limits/registry';
import { diatonicIndex, midiOf } from '../pitch/pitch';
import type { RhythmClass } from '../rungs/rhythm-classes.data';
import type { Note } from '../score/model';
import { ticks } from '../units';
import { accompanyOnce, type Accompaniment } from '../voicing/accompany';
import { chordSpans } from '../voicing/chord-spans';
import { isPlainRung } from './chord-sounds';
import { weighHand, type CandidateContext, type HandChoice } from './hand-choice';
import { isSameMusic, madeMusic, rhythmsAt, whyCoarser, writtenMusic } from './hand-music';
import { MOST_TEXTURES, type LeftChoices } from './left-choices';
import { notesAllowed } from '../limits/notes-at-once';
import type { Loss } from '../score/losses';
import { fillWithRests } from '../score/fill-rests';
import { reduceRhythm, type HandMusic } from './reduce-rhythm';
import type { Choice } from './choose';
import { NO_PINS, voicedByHand, type MeasurePins } from './measure-pins';
import { voicingsIn, type Voicings } from './voicings';
import type { RungTask } from './rung-task';
import {
  isSung,
  rightRank,
  SUNG_TEXTURES,
  type LeftTexture,
  type RightTexture,
  type SungTexture,
  type TuneTexture,
} from '../document/choices/textures.data';
import { addUnderTune } from '../textures/under-tune';
import { underLine } from './line-over-notes';

export interface RightOption {
  readonly choice: HandChoice<RightTexture>;
  readonly tuneNotes: readonly Note[];
  readonly isShared: boolean;
  /** What the left hand takes when the tune is shared. */
  readonly low: HandChoice<LeftTexture> | null;
}

/** What the right hand could play on a rung: the tune in several rhythms with what stands under it, or a singer's chords. */
export class RightChoices {
  readonly #sung = new Map<string, Accompaniment>();

  constructor(
    private readonly task: RungTask,
    private readonly rung: Rung,
    private readonly lefts: LeftChoices,
  ) {}

  choicesAt(context: CandidateContext): readonly RightOption[] {
    const { own, setting } = context;
    const pinned = context.pins.right.get(own.measure.index);
    const house = pinned ?? context.houseRight;
    if (house === 'rests') return [this.#silent(context)];
    if (setting === 'sing' || isSung(house))
      return this.#sungTextures(context, isSung(house) ? house : 'root-triads').map((texture) =>
        this.#sungAt(context, texture),
      );
    if (house === 'as-written' || setting === 'study') return this.#writtenRights(context);
    const rhythms = rhythmsAt(context);
    const options: RightOption[] = [];
    for (const [order, rhythm] of rhythms.entries()) {
      const finest = options.find(({ choice }) => choice.texture === 'tune') ?? options[0];
      const tune = this.#tuneAt(context, rhythm, finest ? whyCoarser(finest.choice.breaks) : null);
      const isNew = options.every((each) => !isSameMusic(each.tuneNotes, tune.notes));
      if (!isNew) continue;
      if (house !== 'tune' && order === 0)
        options.push(this.#withUnder(context, tune, house as TuneTexture, rhythm));
      if (house === 'tune' || pinned === undefined) options.push(this.#choice(context, 'tune', rhythm, tune));
      const shared = this.#shareAt(context, tune, rhythm);
      if (shared) options.push(shared);
    }
    return options;
  }

  /** What is made from chords for a measure without pins: a singer's, or what the left hand holds where it shares the tune. */
  madeAt(context: CandidateContext): readonly (readonly Note[])[] {
    const { own, setting, houseRight } = context;
    if (setting === 'sing' || isSung(houseRight))
      return this.#sungTextures(context, isSung(houseRight) ? houseRight : 'root-triads').map(
        (texture) => this.#voicedSung(texture, NO_PINS).notes.get(own.measure.index) ?? [],
      );
    return this.#mayShare(context) ? [this.lefts.notesOf(context, HELD_BESIDE)] : [];
  }

  #silent(context: CandidateContext): RightOption {
    const { measure, offset } = context.own;
    const rests = fillWithRests(measure, offset, [], [], { staff: 0, voice: 'R' });
    return this.#choice(context, 'rests', 'any', { notes: [], rests, losses: [] });
  }

  /** The tune one note at a time in a rhythm, its chords brought down to their top. */
  #tuneAt({ material, own }: CandidateContext, rhythm: RhythmClass, because: string | null): HandMusic {
    return reduceRhythm({
      measure: own.measure,
      offset: own.offset,
      hand: 'right',
      notes: own.tune.notes,
      rests: own.tune.rests,
      heldFrom: material.heldFrom,
      rhythm,
      because,
    });
  }

  #withUnder(
    context: CandidateContext,
    tune: HandMusic,
    texture: TuneTexture,
    rhythm: RhythmClass,
  ): RightOption {
    const { material, own, rung, setting, size } = context;
    const left = this.lefts.notesOf(context, context.houseLeft);
    const under = addUnderTune({
      measure: own.measure,
      offset: own.offset,
      tune: tune.notes,
      heldOver: new Set(tune.notes.filter((note) => material.heldFrom.has(note.id)).map((note) => note.id)),
      texture,
      chordAt: material.chordAt,
      changesWithin: (from, to) => [...context.chordChanges].some((at) => at > from && at < to),
      isPhraseEnd: own.isPhraseEnd,
      mostAtOnce: context.pins.right.has(own.measure.index) ? 4 : notesAllowed(rung, setting, 'right'),
      widestSemitones: rung.widestSemitones,
      reach: size.right.comfortable,
      floorUnder: ({ at, duration }) =>
        left
          .filter((note) => note.at < at + duration && note.at + note.duration > at)
          .reduce((top, note) => Math.max(top, midiOf(note.pitch)), 0),
    });
    const added = underLine(own.measure, tune.notes, under, size.right);
    const notes = [...tune.notes, ...added].sort((a, b) => a.at - b.at || midiOf(a.pitch) - midiOf(b.pitch));
    return { ...this.#choice(context, texture, rhythm, { ...tune, notes }), tuneNotes: tune.notes };
  }

  /** Low tune notes go to the left hand where neither hand may shift and the tune is too wide for one. */
  #shareAt(context: CandidateContext, tune: HandMusic, rhythm: RhythmClass): RightOption | null {
    const { hands, own } = context;
    if (!this.#mayShare(context)) return null;
    const isLow = (note: Note) => diatonicIndex(note.pitch) < hands.right.low && !note.grace;
    const low = tune.notes.filter(isLow);
    if (low.length === 0 && !isAskedToShare(context)) return null;
    const high = tune.notes.filter((note) => !isLow(note));
    const place = { part: 0, staff: 1, voice: 'L' };
    const taken = low.map((note): Note => ({ ...note, ...place, lyrics: note.lyrics }));
    const held = this.lefts.notesOf(context, HELD_BESIDE);
    const lowNotes = [...taken, ...besideTune(held, taken)].sort((a, b) => a.at - b.at);
    const sharedLosses: readonly Loss[] =
      low.length === 0
        ? []
        : [
            {
              measure: own.measure.index,
              hand: 'right',
              kind: 'other-hand',
              notes: low.map((note) => note.id),
              sentence:
                'The left hand takes the low notes of the tune, so that neither hand leaves its five notes.',
            },
          ];
    const rests = (notes: readonly Note[], staff: number, voice: string) =>
      fillWithRests(own.measure, own.offset, notes, [], { staff, voice });
    const upper = this.#choice(context, 'tune', rhythm, {
      notes: high,
      rests: rests(high, 0, tune.notes[0]?.voice ?? '1'),
      losses: [...tune.losses, ...sharedLosses],
    });
    const lower = weighHand<LeftTexture>(context, 'left', {
      texture: 'shares-tune',
      rhythm,
      music: { notes: lowNotes, rests: rests(lowNotes, 1, 'L'), losses: [] },
    });
    return { ...upper, isShared: true, low: lower, tuneNotes: [] };
  }

  #mayShare(context: CandidateContext): boolean {
    const { hands, rung } = context;
    const isAllowed = rung.rightPosition === 'one-per-section' && rung.leftPosition === 'one-per-section';
    return isAskedToShare(context) || (isAllowed && hands.isShared);
  }

  #writtenRights(context: CandidateContext): readonly RightOption[] {
    const { own } = context;
    const options: RightOption[] = [];
    for (const rhythm of rhythmsAt(context)) {
      const [finest] = options;
      const because = finest ? whyCoarser(finest.choice.breaks) : null;
      const music = writtenMusic(context, 'right', rhythm, because);
      if (options.some((each) => isSameMusic(each.tuneNotes, music.notes))) continue;
      options.push(this.#choice(context, 'as-written', rhythm, music));
    }
    return options.length > 0
      ? options
      : [this.#choice(context, 'as-written', 'any', { ...own.upper, losses: [] })];
  }

  /** The house texture and plainer ones, as for the left hand. */
  #sungTextures({ own, rung, pins }: CandidateContext, house: SungTexture): readonly SungTexture[] {
    const { rules, wishes, place } = this.task;
    if (pins.right.has(own.measure.index) || wishes.rightTexture !== 'by-rung') return [house];
    const below = rules.house
      .slice(0, place)
      .map((each) => each.singRight)
      .filter((texture) => isSung(texture))
      .filter((texture) => rightRank(texture) <= rung.rightTexturesSing);
    // Chords that lie nearest and are held weigh least of all: better than the pulses of the rung above.
    return [...new Set([house, ...below.reverse().slice(0, MOST_TEXTURES - 1), LIGHTEST_SUNG])];
  }

  #sungAt(context: CandidateContext, texture: SungTexture): RightOption {
    return this.#choice(
      context,
      texture,
      'any',
      madeMusic(context, 'right', this.#voicedSung(texture, context.pins)),
    );
  }

  /** The chords of the studio's own texture for this rung, in order of time. */
  sungNotes(): readonly Note[] {
    const { notes } = this.#voicedSung(this.#houseSung(), NO_PINS);
    return [...notes.values()].flat().sort((a, b) => a.at - b.at);
  }

  /** Tells what `sungNotes` are from those of other rungs. */
  sungName(): string {
    return JSON.stringify([
      this.#houseSung(),
      notesAllowed(this.rung, 'sing', 'right'),
      this.rung.widestSemitones,
      isPlainRung(this.task.place, 'sing'),
    ]);
  }

  #houseSung(): SungTexture {
    const { rules, place, wishes } = this.task;
    const house = rules.house[Math.min(place, rules.house.length) - 1]!.singRight;
    const wanted = wishes.rightTexture === 'by-rung' ? house : wishes.rightTexture;
    return isSung(wanted) ? wanted : 'root-triads';
  }

  /** How the chords of each measure are voiced, where they are made from chords. */
  voicingsOf(choices: readonly Choice[], pins: MeasurePins): Voicings {
    return choices.map(({ candidate: { right } }, measure) =>
      isSung(right.texture) ? voicingsIn(this.#voicedSung(right.texture, pins), measure) : [],
    );
  }

  #voicedSung(texture: SungTexture, pins: MeasurePins): Accompaniment {
    const byHand = voicedByHand(pins, 'right', texture);
    const name = JSON.stringify([texture, [...byHand]]);
    const known = this.#sung.get(name);
    if (known) return known;
    const { material, wishes, size, place } = this.task;
    const made = accompanyOnce(
      {
        material,
        spans: chordSpans(material.score.measures, material.score.chords),
        hand: 'right',
        textureAt: () => SUNG_TEXTURES[texture],
        atOnce: notesAllowed(this.rung, 'sing', 'right'),
        widest: this.rung.widestSemitones,
        isPlain: isPlainRung(place, 'sing'),
        size,
        style: wishes.voicing,
        positionAt: () => null,
        otherHand: [],
        byHand,
      },
      texture,
    );
    this.#sung.set(name, made);
    return made;
  }

  #choice(
    context: CandidateContext,
    texture: RightTexture,
    rhythm: RhythmClass,
    music: HandMusic,
  ): RightOption {
    return {
      choice: weighHand<RightTexture>(context, 'right', { texture, rhythm, music }),
      tuneNotes: music.notes,
      isShared: false,
      low: null,
    };
  }
}

function isAskedToShare({ pins, own, houseLeft }: CandidateContext): boolean {
  return pins.left.get(own.measure.index) === 'shares-tune' || houseLeft === 'shares-tune';
}

const LIGHTEST_SUNG: SungTexture = 'inversions-held';

/** What the left hand plays where it shares the tune and the tune lies high. */
const HELD_BESIDE = 'held-note';

/** Chord notes that are held while the left hand has nothing of the tune: let go in time for its notes. */
function besideTune(held: readonly Note[], tune: readonly Note[]): readonly Note[] {
  return held.flatMap((note) => {
    const end = note.at + note.duration;
    if (tune.some((each) => each.at <= note.at && each.at + each.duration > note.at)) return [];
    const next = tune.find((each) => each.at > note.at && each.at < end);
    return next ? [{ ...note, duration: ticks(next.at - note.at), tieTo: null }] : [note];
  });
}
