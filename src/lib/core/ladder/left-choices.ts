import type { Rung } from '../limits/registry';
import type { Note } from '../score/model';
import { accompanyOnce, type Accompaniment } from '../voicing/accompany';
import { chordSpans } from '../voicing/chord-spans';
import { notesAllowed } from '../limits/notes-at-once';
import type { Setting } from '../document/choices/settings.data';
import { isPlainRung } from './chord-sounds';
import { weighHand, type CandidateContext, type HandChoice } from './hand-choice';
import type { Choice } from './choose';
import { isSameMusic, madeMusic, rhythmsAt, whyCoarser, writtenMusic } from './hand-music';
import type { SectionHands } from './section-hands';
import { fillWithRests } from '../score/fill-rests';
import { textureFacts } from './rules';
import type { RungTask } from './rung-task';
import { midiOf } from '../pitch/pitch';
import { generatedNoteId } from '../score/ids';
import {
  isGenerated,
  leftRank,
  needsPedal,
  needsWrittenLeft,
  type GeneratedTexture,
  type LeftTexture,
} from '../document/choices/textures.data';
import { voicingsIn, type Voicings } from './voicings';
import { voicedByHand, type MeasurePins } from './measure-pins';

/** The lowest key of a full keyboard, A0, and how wide an octave is. */
const LOWEST_KEY = 21;
const OCTAVE = 12;

/** Textures that are weighed for a measure, the house's own first. */
export const MOST_TEXTURES = 4;

/** What the left hand could play on a rung: the house texture and plainer ones, the source's own, or what is pinned. */
export class LeftChoices {
  readonly #made = new Map<string, Accompaniment>();
  readonly #allTune: readonly Note[];
  readonly #rung: Rung;
  readonly #hands: readonly SectionHands[];

  constructor(
    private readonly task: RungTask,
    rung: Rung,
    hands: readonly SectionHands[],
    /** The chords of the right hand in a sing-along, under which the bass stays, and what they are called. */
    private readonly sungNotes: () => readonly Note[],
    private readonly sungName: () => string,
  ) {
    this.#rung = rung;
    this.#hands = hands;
    this.#allTune = task.material.measures.flatMap((each) => each.tune.notes);
  }

  choicesAt(context: CandidateContext): readonly HandChoice<LeftTexture>[] {
    const pinned = context.pins.left.get(context.own.measure.index);
    const textures = pinned ? [this.#possible(pinned)] : this.#leftTextures(context);
    return textures.flatMap((texture) => {
      if (texture === 'as-written') return this.#writtenLefts(context);
      if (texture === 'written-octaves') return [this.#doubledLeft(context)];
      if (!isGenerated(texture)) return [this.#silentLeft(context, texture)];
      const music = madeMusic(context, 'left', this.#accompanimentIn(texture, context));
      return [weighHand<LeftTexture>(context, 'left', { texture, rhythm: 'any', music })];
    });
  }

  /** The house texture and plainer ones; where hands share the tune, the left has that instead. */
  #leftTextures({ houseLeft: own, rung, hands, setting }: CandidateContext): readonly LeftTexture[] {
    const { rules, wishes, place } = this.task;
    const isChosen = wishes.leftTexture !== 'by-rung';
    const shared: readonly LeftTexture[] =
      hands.isShared && rung.leftPosition === 'one-per-section' && setting === 'solo' ? ['shares-tune'] : [];
    if (isChosen || !isGenerated(own)) return [this.#possible(own)];
    const below = rules.house
      .slice(0, place)
      .map((each) => (setting === 'sing' ? each.singLeft : each.soloLeft));
    const plainer = [own, ...below.reverse(), 'held-root' as const].filter(
      (texture) =>
        isGenerated(texture) &&
        leftRank(texture) <= rung.leftTextures &&
        !(wishes.isDry && needsPedal(texture)),
    );
    const house = wishes.isDry && needsPedal(own) ? [] : [own];
    return [...new Set([...house, ...plainer])].slice(0, MOST_TEXTURES).concat(shared);
  }

  /** A piece without a left hand of its own has roots in its place. */
  #possible(texture: LeftTexture): LeftTexture {
    return needsWrittenLeft(texture) && !this.task.material.hasLeftHand ? 'held-root' : texture;
  }

  /** A texture over the whole piece: a measure painted with it plays what it would play there. */
  #accompanimentIn(
    texture: GeneratedTexture,
    { setting, pins }: Pick<CandidateContext, 'setting' | 'pins'>,
  ): Accompaniment {
    const byHand = voicedByHand(pins, 'left', texture);
    const name =
      byHand.size === 0 ? `${texture} ${setting}` : JSON.stringify([texture, setting, [...byHand]]);
    const known = this.#made.get(name);
    if (known) return known;
    const { material, rules, wishes, size, place } = this.task;
    const isSung = setting === 'sing';
    const isFixed = this.#rung.leftPosition === 'one-per-section' && !isSung;
    const facts = textureFacts(rules, texture);
    const positions = material.sections.map((_, index) =>
      isFixed ? (this.#hands[index]?.left ?? null) : null,
    );
    const made = accompanyOnce(
      {
        material,
        spans: chordSpans(material.score.measures, material.score.chords),
        hand: 'left',
        textureAt: () => facts,
        atOnce: notesAllowed(this.#rung, setting, 'left'),
        widest: this.#rung.widestSemitones,
        isPlain: isPlainRung(place, setting),
        size,
        style: wishes.voicing,
        positionAt: (measure) => positions[material.measures[measure]!.section] ?? null,
        otherHand: isSung ? this.sungNotes() : this.#allTune,
        byHand,
      },
      JSON.stringify([texture, facts.window, facts.home, positions, isSung ? this.sungName() : 'tune']),
    );
    this.#made.set(name, made);
    return made;
  }

  /** What textures that are tried in a measure without pins have there. */
  madeAt(context: CandidateContext): readonly (readonly Note[])[] {
    const tried = new Set([...this.#leftTextures(context), context.houseLeft]);
    return [...tried].filter((texture) => isGenerated(texture)).map((each) => this.notesOf(context, each));
  }

  /** What the left hand has under the tune in a texture. */
  notesOf(context: CandidateContext, texture: LeftTexture): readonly Note[] {
    if (needsWrittenLeft(texture)) return context.own.lower.notes;
    if (!isGenerated(texture)) return [];
    return this.#accompanimentIn(texture, context).notes.get(context.own.measure.index) ?? [];
  }

  #writtenLefts(context: CandidateContext): readonly HandChoice<LeftTexture>[] {
    const options: HandChoice<LeftTexture>[] = [];
    for (const rhythm of rhythmsAt(context)) {
      const [finest] = options;
      const music = writtenMusic(context, 'left', rhythm, finest ? whyCoarser(finest.breaks) : null);
      if (options.some((each) => isSameMusic(each.music.notes, music.notes))) continue;
      options.push(weighHand<LeftTexture>(context, 'left', { texture: 'as-written', rhythm, music }));
    }
    return options;
  }

  /** The lowest line of the source's left hand, each note with its octave below where keyboard and hand have it. */
  #doubledLeft(context: CandidateContext): HandChoice<LeftTexture> {
    const { measure, offset, lower } = context.own;
    const struck = lower.notes.filter((note) => !note.grace);
    const line = struck.filter((note) =>
      struck.every((each) => each.at !== note.at || midiOf(each.pitch) >= midiOf(note.pitch)),
    );
    const notes = line.flatMap((note): readonly Note[] => {
      const octave = { ...note.pitch, octave: note.pitch.octave - 1 };
      if (midiOf(octave) < LOWEST_KEY || context.size.left.largest < OCTAVE) return [note];
      const id = generatedNoteId(measure.index, 'left', note.at - measure.start, 'octave');
      return [{ ...note, id, pitch: octave, tieTo: null, lyrics: [], finger: null }, note];
    });
    const rests = fillWithRests(measure, offset, notes, lower.rests, {
      staff: 1,
      voice: notes[0]?.voice ?? 'L',
    });
    return weighHand<LeftTexture>(context, 'left', {
      texture: 'written-octaves',
      rhythm: 'any',
      music: { notes, rests, losses: [] },
    });
  }

  #silentLeft(
    context: CandidateContext,
    texture: Exclude<LeftTexture, GeneratedTexture>,
  ): HandChoice<LeftTexture> {
    const { measure, offset } = context.own;
    const rests = fillWithRests(measure, offset, [], [], { staff: 1, voice: 'L' });
    const music = { notes: [], rests, losses: [] };
    return weighHand<LeftTexture>(context, 'left', { texture, rhythm: 'any', music });
  }

  /** How the chords of each measure are voiced, where they are made from chords. */
  voicingsOf(choices: readonly Choice[], pins: MeasurePins, settings: readonly Setting[]): Voicings {
    return choices.map(({ candidate: { left } }, measure) =>
      isGenerated(left.texture)
        ? voicingsIn(this.#accompanimentIn(left.texture, { setting: settings[measure]!, pins }), measure)
        : [],
    );
  }
}
