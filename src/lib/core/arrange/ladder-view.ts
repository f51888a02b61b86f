import { kindOf } from '../document/pins/registry';
import type { Note, Rest, Score, Slur } from '../score/model';
import { noteId } from '../units';
import { midiOf } from '../pitch/pitch';
import { arrange } from './arrange';
import type { Arrangement } from './arrangement';
import type { ArrangeFor } from './arrange-for';
import type { ArrangementDocument } from '../document/document';
import type { SourceFacts } from '../analyse/study-source';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';

/** One rung of a piece as it stands in the ladder. */
export interface LadderRung {
  readonly place: number;
  readonly name: string;
  readonly measures: readonly LadderMeasure[];
  readonly snags: number;
}

export interface LadderMeasure {
  readonly load: number;
  readonly left: LeftTexture;
  readonly right: RightTexture;
  readonly losses: number;
  readonly snags: number;
  /** Other notes than on the rung above it in the view. */
  readonly isChanged: boolean;
}

export interface LadderView {
  /** The rungs, the richest first. */
  readonly rungs: readonly LadderRung[];
  /** All of them as one score, two staves a rung, so that measures stand under one another. */
  readonly score: Score;
  /** Ids of notes that the rung above does not have. */
  readonly changed: readonly string[];
}

/** The same recipe at several rungs, one under another. The teacher's pins hold on the document's own rung only. */
export function viewLadder(
  facts: SourceFacts,
  document: ArrangementDocument,
  whom: ArrangeFor,
  places: readonly number[],
): LadderView {
  const ordered = [...places].sort((a, b) => b - a);
  const made = ordered.map((place) => arrangeAt(facts, document, whom, place));
  const changed: string[] = [];
  const rungs = made.map((arrangement, index): LadderRung => {
    const above = made[index - 1];
    const isNew = above ? notesBeyond(arrangement, above) : new Set<string>();
    const gone = above ? measuresWithLess(arrangement, above) : new Set<number>();
    const place = ordered[index]!;
    changed.push(...[...isNew].map((id) => idAt(place, id)));
    const news = new Set(
      arrangement.score.notes.filter((note) => isNew.has(note.id)).map((note) => note.measure),
    );
    const count = (of: readonly { readonly measure: number }[], measure: number) =>
      of.filter((each) => each.measure === measure).length;
    return {
      place,
      name: whom.rules.rungs[place - 1]?.name ?? '',
      snags: arrangement.snags.length,
      measures: arrangement.score.measures.map(({ index: measure }) => ({
        load: arrangement.loads[measure]!.total,
        left: arrangement.textures[measure]!,
        right: arrangement.rightTextures[measure]!,
        losses: count(arrangement.losses, measure),
        snags: count(arrangement.snags, measure),
        isChanged: news.has(measure) || gone.has(measure),
      })),
    };
  });
  return { rungs, score: stack(made, ordered, rungs), changed };
}

function arrangeAt(
  facts: SourceFacts,
  document: ArrangementDocument,
  whom: ArrangeFor,
  place: number,
): Arrangement {
  const isOwn = place === document.recipe.rung;
  const own: ArrangementDocument = {
    ...document,
    recipe: { ...document.recipe, rung: place },
    pins: isOwn ? document.pins : document.pins.filter((pin) => kindOf(pin).holdsOnEveryRung),
  };
  return arrange(facts, own, whom);
}

const soundOf = (note: Note) => `${note.staff}/${note.at}/${note.duration}/${midiOf(note.pitch)}`;

function notesBeyond(own: Arrangement, above: Arrangement): ReadonlySet<string> {
  const sounds = new Set(above.score.notes.map(soundOf));
  return new Set(own.score.notes.filter((note) => !sounds.has(soundOf(note))).map((note) => note.id));
}

function measuresWithLess(own: Arrangement, above: Arrangement): ReadonlySet<number> {
  const sounds = new Set(own.score.notes.map(soundOf));
  return new Set(above.score.notes.filter((note) => !sounds.has(soundOf(note))).map((note) => note.measure));
}

function idAt(place: number, id: string): string {
  return `k${place}-${id}`;
}

function stack(made: readonly Arrangement[], places: readonly number[], rungs: readonly LadderRung[]): Score {
  const first = made[0]!.score;
  const notes: Note[] = [];
  const rests: Rest[] = [];
  const slurs: Slur[] = [];
  for (const [index, { score }] of made.entries()) {
    const place = places[index]!;
    const move = <T extends Note | Rest>(event: T): T => ({ ...event, staff: 2 * index + event.staff });
    for (const note of score.notes)
      if (note.staff <= 1)
        notes.push({
          ...move(note),
          id: noteId(idAt(place, note.id)),
          tieTo: note.tieTo === null ? null : noteId(idAt(place, note.tieTo)),
          lyrics: [],
          tuplet: note.tuplet && { ...note.tuplet, id: idAt(place, note.tuplet.id) },
        });
    for (const rest of score.rests) if (rest.staff <= 1) rests.push(move(rest));
    for (const { from, to } of score.slurs)
      slurs.push({ from: noteId(idAt(place, from)), to: noteId(idAt(place, to)) });
  }
  return {
    ...first,
    parts: [
      {
        id: 'P1',
        name: 'Ladder',
        staves: 2 * made.length,
        groups: made.map(() => 2),
        names: rungs.map(({ place }) => String(place)),
      },
    ],
    notes,
    rests,
    slurs,
    clefs: made.flatMap(({ score }, index) =>
      score.clefs
        .filter((clef) => clef.staff <= 1)
        .map((clef) => ({ ...clef, staff: 2 * index + clef.staff })),
    ),
    marks: [],
    words: [],
    slashes: [],
    typedKey: null,
  };
}
