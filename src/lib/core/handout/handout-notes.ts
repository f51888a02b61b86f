import { fingerScore } from '../fingering/finger-score';
import { positionLabel, positionsOf } from '../fingering/positions';
import type { ArrangeFor } from '../arrange/arrange-for';
import { pinNotes } from '../arrange/arrange';
import { chooseArrangement } from '../arrange/choose-arrangement';
import { openDocument } from '../document/open-document';
import type { Arrangement } from '../arrange/arrangement';
import { fingerTask } from '../arrange/apply-fingers';
import { cuesOf, placeName, type Cue } from './cues';
import type { ArrangementDocument } from '../document/document';
import type { SourceFacts } from '../analyse/study-source';

/** A keyboard picture of where a hand lies. */
export interface HandPicture {
  readonly section: string;
  readonly hand: 'right' | 'left';
  readonly name: string;
  readonly keys: readonly { readonly key: number; readonly finger: number }[];
}

/** What is handed out beside the score. */
export interface HandoutNotes {
  readonly pictures: readonly HandPicture[];
  readonly cues: readonly (Cue & { readonly place: string })[];
}

/** A hand that moves all the time is not helped by a picture of every place. */
const MOST_PICTURES = 3;
const MOST_CUES = 24;

/** Positions of each section as keyboard pictures, and cues in words, from every finger whether it is printed or not. */
export function handoutNotes(
  facts: SourceFacts,
  document: ArrangementDocument,
  whom: ArrangeFor,
  { score, sections }: Pick<Arrangement, 'score' | 'sections'>,
): HandoutNotes {
  const open = openDocument(document);
  const chosen = chooseArrangement(facts, open, whom);
  const { notes } = pinNotes(open, chosen);
  const fingered = fingerScore(fingerTask(chosen, notes, document.recipe, whom)).notes;
  const ordered = [...notes].sort((a, b) => a.at - b.at);
  const seen = new Set<string>();
  const pictures = sections.flatMap((section) =>
    (['right', 'left'] as const).flatMap((hand) => {
      const inside = ordered.filter((note) => note.measure >= section.from && note.measure <= section.to);
      const places = positionsOf(inside, fingered, hand);
      const merged = new Map<number, Map<number, number>>();
      for (const { lowest, keys } of places)
        merged.set(lowest, new Map([...(merged.get(lowest) ?? []), ...keys]));
      return [...merged].slice(0, MOST_PICTURES).flatMap(([lowest, keys]): HandPicture[] => {
        const picture = {
          section: section.name,
          hand,
          name: positionLabel(lowest),
          keys: [...keys].sort(([a], [b]) => a - b).map(([key, finger]) => ({ key, finger })),
        };
        const name = JSON.stringify([hand, picture.keys]);
        if (seen.has(name)) return [];
        seen.add(name);
        return [picture];
      });
    }),
  );
  const cues = cuesOf({ score, sections, fingered })
    .slice(0, MOST_CUES)
    .map((cue) => ({ ...cue, place: placeName({ score, sections }, cue.measure) }));
  return { pictures, cues };
}
