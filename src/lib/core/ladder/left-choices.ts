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
import {
  leftRank,
  needsPedal,
  type GeneratedTexture,
  type LeftTexture,
} from '../document/choices/textures.data';
import type { ChordVoicing } from '../voicing/voice-chords';

/** Textures that are weighed for a measure, the house's own first. */
export const MOST_TEXTURES = 4;

/** What the left hand could play on a rung: the house texture and plainer ones, the source's own, or what is pinned. */
export class LeftChoices {
  readonly #made = new Map<string, { readonly texture: GeneratedTexture; readonly made: Accompaniment }>();
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
    const textures = pinned ? [pinned] : this.#leftTextures(context);
    return textures.flatMap((texture) => {
      if (texture === 'as-written') return this.#writtenLefts(context);
      if (texture === 'shares-tune') return [this.#silentLeft(context)];
      const music = madeMusic(context, 'left', this.#accompanimentIn(texture, context.setting));
      return [weighHand<LeftTexture>(context, 'left', { texture, rhythm: 'any', music })];
    });
  }

  /** The house texture and plainer ones; where hands share the tune, the left has that instead. */
  #leftTextures({ houseLeft: own, rung, hands, setting }: CandidateContext): readonly LeftTexture[] {
    const { rules, wishes, place, material } = this.task;
    const isChosen = wishes.leftTexture !== 'by-rung';
    const shared: readonly LeftTexture[] =
      hands.isShared && rung.leftPosition === 'one-per-section' && setting === 'solo' ? ['shares-tune'] : [];
    if (isChosen || own === 'as-written')
      return own === 'as-written' && !material.hasLeftHand ? ['held-root'] : [own];
    const below = rules.house
      .slice(0, place)
      .map((each) => (setting === 'sing' ? each.singLeft : each.soloLeft));
    const plainer = [own, ...below.reverse(), 'held-root' as const].filter(
      (texture) =>
        texture !== 'as-written' &&
        leftRank(texture) <= rung.leftTextures &&
        !(wishes.isDry && needsPedal(texture)),
    );
    const house = wishes.isDry && needsPedal(own) ? [] : [own];
    return [...new Set([...house, ...plainer])].slice(0, MOST_TEXTURES).concat(shared);
  }

  /** A texture over the whole piece: a measure painted with it plays what it would play there. */
  #accompanimentIn(texture: GeneratedTexture, setting: Setting): Accompaniment {
    const name = `${texture}/${setting}`;
    const known = this.#made.get(name);
    if (known) return known.made;
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
      },
      JSON.stringify([texture, facts.window, facts.home, positions, isSung ? this.sungName() : 'tune']),
    );
    this.#made.set(name, { texture, made });
    return made;
  }

  /** What the left hand has under the tune in a texture. */
  notesOf(context: CandidateContext, texture: LeftTexture): readonly Note[] {
    if (texture === 'as-written') return context.own.lower.notes;
    if (texture === 'shares-tune') return [];
    return this.#accompanimentIn(texture, context.setting).notes.get(context.own.measure.index) ?? [];
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

  #silentLeft(context: CandidateContext): HandChoice<LeftTexture> {
    const { measure, offset } = context.own;
    const rests = fillWithRests(measure, offset, [], [], { staff: 1, voice: 'L' });
    const music = { notes: [], rests, losses: [] };
    return weighHand<LeftTexture>(context, 'left', { texture: 'shares-tune', rhythm: 'any', music });
  }

  /** How the first chord of each measure is voiced, where the choice is made from chords. */
  voicingsOf(choices: readonly Choice[]): ReadonlyMap<number, ChordVoicing> {
    const found = new Map<number, ChordVoicing>();
    for (const { texture, made } of this.#made.values())
      for (const voicing of made.voicings) {
        const { measure } = voicing.span;
        if (choices[measure]?.candidate.left.texture === texture && !found.has(measure))
          found.set(measure, voicing);
      }
    return found;
  }
}
