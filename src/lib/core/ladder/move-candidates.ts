import type { MeasureMaterial } from '../analyse/material';
import type { HandWork } from '../load/load';
import { noteIdInMeasure } from '../score/ids';
import type { Loss } from '../score/losses';
import type { Note, Rest, Tuplet } from '../score/model';
import { ticks, type NoteId } from '../units';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';
import type { Candidate } from './candidates';
import type { HandChoice } from './hand-choice';
import type { HandMusic } from './reduce-rhythm';

/** A measure with all that its candidates take notes from. */
export interface Passage {
  readonly own: MeasureMaterial;
  /** What the textures that are tried have in it, in their order. */
  readonly made: readonly (readonly Note[])[];
  /** What the rung above plays there; null on the top rung. */
  readonly above: Candidate | null;
}

/** The ways to play a measure as they are in another one, of which all the same is known but for place, words and fingers. O(notes). */
export function moveCandidates(
  candidates: readonly Candidate[],
  from: Passage,
  to: Passage,
): readonly Candidate[] {
  const move = new Move(from, to);
  return candidates.map((candidate) => ({
    ...candidate,
    right: move.choice(candidate.right),
    left: move.choice(candidate.left),
  }));
}

/** From one measure into another: notes of the source become their counterparts there, all others keep their place in it. */
class Move {
  readonly #from: MeasureMaterial['measure'];
  readonly #to: MeasureMaterial['measure'];
  readonly #shift: number;
  readonly #notes = new Map<Note, Note>();
  readonly #sources = new Map<NoteId, { readonly from: Note; readonly to: Note }>();
  readonly #tiedTo = new Map<NoteId, NoteId>();
  readonly #tuplets = new Map<Tuplet, Tuplet>();
  readonly #rests = new Map<Rest, Rest>();
  readonly #musics = new Map<HandMusic, HandMusic>();
  readonly #works = new Map<HandWork, HandWork>();
  readonly #choices = new Map<object, object>();

  constructor(from: Passage, to: Passage) {
    this.#from = from.own.measure;
    this.#to = to.own.measure;
    this.#shift = this.#to.start - this.#from.start;
    for (const staff of ['tune', 'upper', 'lower'] as const) {
      this.#pairNotes(from.own[staff].notes, to.own[staff].notes);
      this.#pairRests(from.own[staff].rests, to.own[staff].rests);
    }
    for (const [index, notes] of from.made.entries()) this.#pairNotes(notes, to.made[index]!);
    if (from.above && to.above)
      for (const hand of ['right', 'left'] as const) {
        const [a, b] = [from.above[hand], to.above[hand]];
        this.#works.set(a.work, b.work);
        this.#musics.set(a.music, b.music);
      }
  }

  #pairNotes(from: readonly Note[], to: readonly Note[]): void {
    for (const [index, note] of from.entries()) {
      const other = to[index]!;
      this.#notes.set(note, other);
      this.#sources.set(note.id, { from: note, to: other });
      if (note.tieTo && other.tieTo) this.#tiedTo.set(note.tieTo, other.tieTo);
      if (note.tuplet && other.tuplet) this.#tuplets.set(note.tuplet, other.tuplet);
    }
  }

  #pairRests(from: readonly Rest[], to: readonly Rest[]): void {
    for (const [index, rest] of from.entries()) this.#rests.set(rest, to[index]!);
  }

  /** Two candidates that share a hand share it there, too. */
  choice<Choice extends HandChoice<LeftTexture | RightTexture>>(choice: Choice): Choice {
    const known = this.#choices.get(choice);
    if (known) return known as Choice;
    const moved: Choice = {
      ...choice,
      music: this.#music(choice.music),
      work: this.#work(choice.work),
      breaks: choice.breaks.map((each) =>
        each.notes ? { ...each, notes: each.notes.map((note) => this.#note(note)) } : each,
      ),
    };
    this.#choices.set(choice, moved);
    return moved;
  }

  #music(music: HandMusic): HandMusic {
    const known = this.#musics.get(music);
    if (known) return known;
    const moved: HandMusic = {
      notes: music.notes.map((note) => this.#note(note)),
      rests: music.rests.map((rest) => this.#rest(rest)),
      losses: music.losses.map((loss): Loss => ({
        ...loss,
        measure: this.#to.index,
        notes: loss.notes.map((id) => this.#id(id)),
      })),
    };
    this.#musics.set(music, moved);
    return moved;
  }

  #work(work: HandWork): HandWork {
    const known = this.#works.get(work);
    if (known) return known;
    const touches = work.touches.map((touch) => ({ ...touch, at: touch.at + this.#shift }));
    const moved = { ...work, touches, first: touches[0] ?? null, last: touches.at(-1) ?? null };
    this.#works.set(work, moved);
    return moved;
  }

  #note(note: Note): Note {
    const known = this.#notes.get(note);
    if (known) return known;
    const source = this.#sources.get(note.id);
    const moved: Note = {
      ...note,
      id: this.#id(note.id),
      measure: this.#to.index,
      at: ticks(note.at + this.#shift),
      tieTo: note.tieTo && this.#id(note.tieTo),
      tuplet: note.tuplet && (this.#tuplets.get(note.tuplet) ?? note.tuplet),
      finger: source && note.finger === source.from.finger ? source.to.finger : note.finger,
      lyrics: source && note.lyrics === source.from.lyrics ? source.to.lyrics : note.lyrics,
    };
    this.#notes.set(note, moved);
    return moved;
  }

  #rest(rest: Rest): Rest {
    const known = this.#rests.get(rest);
    if (known) return known;
    const moved: Rest = {
      ...rest,
      measure: this.#to.index,
      at: ticks(rest.at + this.#shift),
      tuplet: rest.tuplet && (this.#tuplets.get(rest.tuplet) ?? rest.tuplet),
    };
    this.#rests.set(rest, moved);
    return moved;
  }

  #id(id: NoteId): NoteId {
    return (
      this.#sources.get(id)?.to.id ??
      this.#tiedTo.get(id) ??
      (noteIdInMeasure(id, this.#from.index, this.#to.index) as NoteId)
    );
  }
}
