import { printsPlainChords } from '../../engrave/views';
import type { Markings } from '../../engrave/source';
import { NOTE_SIZES } from '../../handout/sheets.data';
import { FINGER_NAMES } from '../../learner/reading';
import { keyLabel } from '../../pitch/key';
import { tempoOf } from '../../score/tempo';
import type { Score } from '../../score/model';
import { SIZES, text, type Flow } from '../flow';
import { musicBlocks, type MusicBlock } from '../music-blocks';
import { turnPages } from '../page-turns';
import { startSheet, type Engrave, type SheetTask } from '../task';

const BETWEEN_LINES = 3.2;
/** So many measures on a line at most, where nobody says otherwise. */
const MOST_MEASURES = { normal: 5, large: 4, 'very-large': 3 } as const;

export function markingsOfTask({ choices, edition }: SheetTask): Markings {
  const { fingers, counts, chordSymbols, pedal, noteNames } = choices;
  return {
    ...{ fingers, counts, chordSymbols, pedal, noteNames, lyrics: true },
    ...(printsPlainChords(edition.recipe) ? { arePlainChords: true } : {}),
  };
}

/** The music with its markings. */
export function scoreSheet(task: SheetTask, engrave: Engrave): Flow {
  const flow = startSheet('score', task);
  heading(flow, task);
  const { score, counts } = task.edition;
  putMusic(flow, score, blocksOf(task, score, task.choices.counts ? counts : [], flow.room, engrave));
  return flow;
}

export function blocksOf(
  task: SheetTask,
  score: Score,
  counts: SheetTask['edition']['counts'],
  widthMm: number,
  engrave: Engrave,
  more: Partial<Markings> = {},
): readonly MusicBlock[] {
  const { noteSize, measuresALine } = task.choices;
  const look = {
    ...{ widthMm, staffMm: NOTE_SIZES[noteSize].staffMm, markings: { ...markingsOfTask(task), ...more } },
    mostMeasures: measuresALine ?? MOST_MEASURES[noteSize],
  };
  return musicBlocks(score, counts, look, engrave, task.spans ?? null);
}

/** Puts lines on pages that are turned where a hand is free. */
export function putMusic(flow: Flow, score: Score, blocks: readonly MusicBlock[]): void {
  const lines = blocks.map(({ height, to }) => ({ height, isGoodTurn: isFreeAfter(score, to) }));
  const room = { firstPage: flow.rest, otherPages: flow.full, between: BETWEEN_LINES };
  let at = 0;
  for (const count of turnPages(lines, room)) {
    if (at > 0) flow.newPage();
    for (const block of blocks.slice(at, at + count)) {
      flow.add(...block.draw(flow.left, flow.y));
      flow.down(block.height + BETWEEN_LINES);
    }
    at += count;
  }
}

/** Can a hand turn the page after this measure: does a section end, or a hand rest around the barline? */
function isFreeAfter(score: Score, measure: number): boolean {
  const next = score.measures[measure + 1];
  if (!next || next.rehearsal !== null) return true;
  return [0, 1].some((staff) =>
    [measure, measure + 1].some((each) => {
      const { start, length } = score.measures[each]!;
      const own = score.notes.filter((note) => note.staff === staff && note.measure === each);
      if (each === measure) return own.every(({ at, duration }) => at + duration < start + length);
      return own.every(({ at }) => at > start);
    }),
  );
}

function heading(flow: Flow, task: SheetTask): void {
  const { edition, title, editionNumber, learner, date, choices } = task;
  flow.title(title);
  const { score, key } = edition;
  const facts = [keyLabel(key), `♩ = ${Math.round(tempoOf(score))}`, score.composer].filter(Boolean);
  flow.down(SIZES.small * 1.1);
  flow.add(text(facts.join(' · '), flow.left, flow.y, SIZES.small));
  const whose = [learner ? `for ${learner.name}` : '', `edition ${editionNumber}`, date].filter(Boolean);
  flow.add(text(whose.join(' · '), flow.left + flow.room, flow.y, SIZES.small, { anchor: 'end' }));
  flow.down(SIZES.small * 0.6);
  if (choices.fingers && learner && learner.fingerNames !== 'numbers')
    flow.paragraph(
      `Fingers: ${FINGER_NAMES[learner.fingerNames]
        .split(', ')
        .map((name, index) => `${index + 1} ${name}`)
        .join(', ')}, from the thumb out in both hands.`,
      SIZES.small,
    );
  flow.down(3);
}
