import { beforeAll, describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { scoreFromText } from '../../testing/score-from-text';
import { ANYONE } from '../arrange/arrange-for';
import { makeupOf, studySource } from '../analyse/study-source';
import { newDocument } from '../document/document';
import { freezeEdition, type Edition } from '../handout/edition';
import type { SheetChoices } from '../handout/sheet-choices';
import type { NoteSize } from '../handout/sheets.data';
import { chordLabel } from '../pitch/chord';
import { keyName, readKey } from '../pitch/key';
import { midiOf } from '../pitch/pitch';
import { validateScore } from '../score/validate';
import { degreeChord, numeralOf } from './degree-chords';
import { Flow } from './flow';
import { voicedChords } from './kinds/cards';
import { oneHand } from './kinds/hands-apart';
import { slashesOf, sungIn } from './kinds/lyrics';
import { fingeredScale } from './kinds/scale';
import { measureWords } from './kinds/words';
import { keyboardBlock } from './keyboard-block';
import { textWidth, wrapText } from './measure-text';
import type { Item } from './page';
import { printSheets } from './print-sheets';
import type { Engrave, SheetTask } from './task';

const editions = new Map<string, Edition>();
beforeAll(() => {
  for (const { file, score } of demoTunes()) {
    const facts = studySource(score);
    editions.set(file.split('.')[0]!, freezeEdition(facts, newDocument(makeupOf(facts)), ANYONE));
  }
});
const edition = (name: string) => editions.get(name)!;

/** A line that nobody draws: as high as a grand staff, and empty. */
const blank: Engrave = (_, { pageWidth }) => ({
  ...{ svg: '<svg></svg>', width: pageWidth, height: 300, measures: [], heads: new Map() },
});

function printed(
  change: Partial<SheetChoices> = {},
  name = 'lantern-on-the-quay',
  more: Partial<SheetTask> = {},
) {
  const task: SheetTask = {
    ...{ title: 'Lantern', editionNumber: 2, edition: edition(name), date: '', learner: null, tasks: [] },
    choices: {
      ...{
        sheets: ['score'],
        paper: 'a4',
        noteSize: 'normal',
        measuresALine: null,
        octaves: 1,
        handsApart: 'alone',
      },
      ...{
        fingers: true,
        counts: true,
        chordSymbols: true,
        pedal: true,
        noteNames: false,
        largeWords: false,
      },
      ...change,
    },
    ...more,
  };
  return printSheets(task, blank);
}

const lines = (change: Partial<SheetChoices>) =>
  printed(change).pages.flatMap(({ items }) =>
    items.flatMap((item) => (item.kind === 'music' ? [item] : [])),
  );
const wordsOf = (items: readonly Item[]) =>
  items.flatMap((item) => (item.kind === 'text' ? [item.text] : []));

describe('the score', () => {
  it('has every measure once, on staves as high as they are said to be', () => {
    const last = edition('lantern-on-the-quay').score.measures.length - 1;
    for (const [noteSize, staffMm] of [
      ['normal', 7],
      ['large', 9.6],
      ['very-large', 13],
    ] as const) {
      const own = lines({ noteSize });
      expect(own[0]!.measures.from).toBe(0);
      expect(own.at(-1)!.measures.to).toBe(last);
      for (const [index, { measures }] of own.slice(1).entries())
        expect(measures.from).toBe(own[index]!.measures.to + 1);
      // The blank line is 300 units high, and a staff 72.
      expect(own[0]!.height).toBeCloseTo((300 * staffMm) / 72, 1);
    }
  });

  it('has less on a line in larger notes, no more than is asked for, and no less on the wider paper', () => {
    const most = (change: Partial<SheetChoices>) =>
      Math.max(...lines(change).map(({ measures }) => measures.to - measures.from + 1));
    const sizes: readonly NoteSize[] = ['normal', 'large', 'very-large'];
    const [normal, large, veryLarge] = sizes.map((noteSize) => most({ noteSize }));
    expect(normal).toBeGreaterThan(large!);
    expect(large).toBeGreaterThan(veryLarge!);
    expect(most({ noteSize: 'large' })).toBeLessThanOrEqual(4);
    expect(most({ measuresALine: 2 })).toBe(2);
    expect(lines({ paper: 'letter' }).length).toBeLessThanOrEqual(lines({ paper: 'a4' }).length);
    expect(lines({ paper: 'letter' })[0]!.width).toBeGreaterThan(lines({ paper: 'a4' })[0]!.width);
  });

  it('stands in the order of its sheets, each naming itself, each page with its number', () => {
    const { pages } = printed({ sheets: ['blank', 'map', 'score'] });
    expect(pages.flatMap(({ opens }) => opens ?? [])).toEqual(['Blank page', 'Section map', 'The score']);
    for (const [index, { items }] of pages.entries())
      expect(wordsOf(items).at(-1)).toContain(`page ${index + 1} of ${pages.length}`);
  });
});

describe('hands apart', () => {
  it('are whole scores with each note of the hand, and no other', () => {
    for (const { score } of editions.values())
      for (const [staff, hand] of [
        [0, 'right'],
        [1, 'left'],
      ] as const) {
        const alone = oneHand(score, hand);
        expect(alone.notes.map(({ id }) => id)).toEqual(
          score.notes.filter((note) => note.staff === staff).map(({ id }) => id),
        );
        expect(validateScore(alone)).toEqual([]);
      }
  });
});

describe('chord cards', () => {
  it('have each chord once, with notes that are played under it', () => {
    for (const { score } of editions.values()) {
      const cards = voicedChords(score);
      const labels = score.chords
        .filter(({ chord }) => chord.kind !== 'none')
        .map(({ chord }) => chordLabel(chord));
      expect(cards.map(({ label }) => label)).toEqual([...new Set(labels)]);
      const ids = new Set(score.notes.map(({ id }) => id));
      for (const { left, right } of cards) {
        for (const note of [...left, ...right]) expect(ids.has(note.id)).toBe(true);
        expect(left.map(({ pitch }) => midiOf(pitch))).toEqual(
          [...left.map(({ pitch }) => midiOf(pitch) as number)].sort((a, b) => a - b),
        );
      }
    }
  });
});

describe('the key', () => {
  it('has its chords by degree, the dominant of minor raised where it is asked for', () => {
    const names = (key: string) =>
      [0, 1, 2, 3, 4, 5, 6].map((degree) => chordLabel(degreeChord(readKey(key)!, degree)));
    expect(names('G')).toEqual(['G', 'Am', 'Bm', 'C', 'D', 'Em', 'F♯dim']);
    expect(names('Am')).toEqual(['Am', 'Bdim', 'C', 'Dm', 'Em', 'F', 'G']);
    expect(chordLabel(degreeChord(readKey('Am')!, 4, true))).toBe('E');
    expect([0, 1, 6].map((degree) => numeralOf(readKey('G')!, degree))).toEqual(['I', 'ii', 'vii°']);
  });

  it('has the fingers of the book in the scales that are learned first', () => {
    const fingers = (key: string, hand: 'right' | 'left', octaves: 1 | 2 = 1) =>
      fingeredScale(readKey(key)!, hand, octaves, 14).fingers.join('');
    for (const key of ['C', 'G', 'D', 'A', 'E']) {
      expect([key, fingers(key, 'right')]).toEqual([key, '12312345']);
      expect([key, fingers(key, 'left')]).toEqual([key, '54321321']);
    }
    expect(fingers('F', 'right')).toBe('12341234');
    expect(fingers('C', 'right', 2)).toBe('123123412312345');
    const { pitches } = fingeredScale(readKey('C')!, 'left', 2, 14);
    expect(midiOf(pitches.at(-1)!) - midiOf(pitches[0]!)).toBe(24);
    expect(keyName(readKey('C')!)).toBe('C');
  });
});

describe('in words', () => {
  const score = scoreFromText({ time: [4, 4], key: 'C', right: '(C4 E4):1/2 D4:1/4 r:1/4', left: 'r:1/1' });

  it('says what is struck together, and that a hand rests', () => {
    const own = { ...edition('lantern-on-the-quay'), score };
    expect(measureWords({ edition: own }, 0)).toEqual(['Right hand: C + E, D.', 'Left hand rests.']);
  });

  it('says of every measure of a tune what both hands do', () => {
    const own = edition('slow-tide');
    for (const { index } of own.score.measures)
      expect(measureWords({ edition: own }, index).length).toBeGreaterThanOrEqual(2);
  });
});

describe('words and chords', () => {
  it('has each syllable and each chord of the tune once, in order', () => {
    const { score } = edition('slow-tide');
    const sung = score.measures.flatMap(({ index }) => sungIn(score, index));
    const words = score.notes
      .filter(({ lyrics }) => lyrics.length > 0)
      .sort((a, b) => a.at - b.at)
      .map(({ lyrics }) => lyrics[0]!.text);
    expect(sung.flatMap((each) => (each.words ? [each.words.replace(/-$/, '')] : []))).toEqual(words);
    expect(sung.flatMap(({ chord }) => chord || [])).toHaveLength(score.chords.length);
  });

  it('has a slash for each beat that a chord goes on', () => {
    const { score } = edition('lantern-on-the-quay');
    const all = score.measures.map(({ index }) => slashesOf(score, index));
    expect(all[1]).toBe('G / / /');
    expect(
      all
        .join(' ')
        .split(' ')
        .filter((each) => each !== '/'),
    ).toHaveLength(score.chords.length);
  });
});

describe('laying out', () => {
  it('breaks words at spaces, cuts what is too long for a line, and loses nothing', () => {
    const text = 'Play with a loose arm and stop to rest it before it tires.';
    const lined = wrapText(text, 4, 40);
    expect(lined.join(' ')).toBe(text);
    for (const each of lined) expect(textWidth(each, 4)).toBeLessThanOrEqual(40);
    const cut = wrapText('abcdefghijklmnopqrstuvwxyz', 4, 10);
    expect(cut.join('')).toBe('abcdefghijklmnopqrstuvwxyz');
    expect(cut.length).toBeGreaterThan(3);
    expect(wrapText('', 4, 10)).toEqual(['']);
  });

  it('turns the page before what does not fit, and leaves no page empty', () => {
    const flow = new Flow('Sheet', 210, 297);
    const block = {
      height: 100,
      draw: () => [{ kind: 'circle', x: 50, y: 50, radius: 1, fill: 'black' } as const],
    };
    for (let count = 0; count < 5; count += 1) flow.block(block);
    flow.newPage();
    flow.newPage();
    expect(flow.pages().map(({ items }) => items.length)).toEqual([2, 2, 1]);
    expect(flow.pages().map(({ opens }) => opens)).toEqual(['Sheet', null, null]);
  });

  it('shows an octave of keys at least, with each mark on its key', () => {
    const block = keyboardBlock(new Map([[61, '2']]), 80);
    const items = block.draw(0, 0);
    expect(items.filter(({ kind }) => kind === 'rect').length).toBeGreaterThanOrEqual(12);
    expect(wordsOf(items)).toContain('2');
    for (const item of items)
      if (item.kind === 'rect') expect(item.x + item.width).toBeLessThanOrEqual(80 + 1e-6);
  });
});

it('of some sections no other measure is printed, with both hands or apart', () => {
  const spans = [
    { from: 2, to: 5 },
    { from: 9, to: 10 },
  ];
  for (const sheets of [['score'], ['hands-apart']] as const) {
    const found = new Set<number>();
    for (const { items } of printed({ sheets: [...sheets] }, 'lantern-on-the-quay', { spans }).pages)
      for (const item of items)
        if (item.kind === 'music' && item.measures)
          for (let measure = item.measures.from; measure <= item.measures.to; measure += 1)
            found.add(measure);
    expect([...found].sort((a, b) => a - b)).toEqual([2, 3, 4, 5, 9, 10]);
  }
});
