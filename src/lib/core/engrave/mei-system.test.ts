import fc from 'fast-check';
import { SaxesParser } from 'saxes';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
import { demoTunes } from '../../testing/demo-tunes';
import { TEXTURES } from '../../testing/labelled/textures';
import { scoreFromText } from '../../testing/score-from-text';
import { scoreFromAbc } from '../../testing/labelled-scores';
import { countScore } from '../counting/count';
import { readChart } from '../formats/chordpro/read';
import { asOnePart } from '../score/one-part';
import { readKey } from '../pitch/key';
import { readPitch } from '../pitch/pitch';
import type { Score } from '../score/model';
import { AccidentalLedger } from './accidentals';
import { beamRuns } from '../score/beams';
import { breakLines, measureWidths } from './line-breaks';
import { meiSystem } from './mei-system';
import { ALL_MARKINGS, isSameLine, prepareEngraving, type Markings } from './source';
import { metreOffset } from '../score/time';

const prepared = (score: Score) => prepareEngraving(score, countScore(score));
const tune = (name: string) => demoTunes().find((each) => each.file.startsWith(name))!.score;

describe('layers', () => {
  it('fill every measure of random scores exactly, losing no note', () => {
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        const { layers } = prepared(score);
        const drawn = new Set(layers.flat(3).flatMap((slot) => slot.notes.map(({ note }) => note.id)));
        expect(drawn.size).toBe(score.notes.length);
        for (const [index, staves] of layers.entries()) {
          for (const layer of staves.flat()) {
            const measure = score.measures[index]!;
            expect(layer.reduce((sum, slot) => sum + slot.duration, 0)).toBe(measure.length);
          }
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('words of a song', () => {
  it('stand on the notes, and on one line under the right hand where the left hand sings too', () => {
    const score = tune('slow-tide');
    const source = prepared(score);
    const range = { from: 0, to: 3 };
    const onNotes = meiSystem(source, range, ALL_MARKINGS);
    expect(onNotes).toContain('<syl>Slow</syl>');
    expect(onNotes).not.toContain('type="word"');
    const shared = prepared({
      ...score,
      parts: [{ id: 'P1', name: 'Piano', staves: 2 }],
      notes: score.notes.map((note, index) =>
        note.measure === 1 && note.lyrics.length > 0 && index > 0 ? { ...note, staff: 1, voice: 'L' } : note,
      ),
    });
    const below = meiSystem(shared, range, ALL_MARKINGS);
    expect(below).not.toContain('<syl');
    expect(below).toMatch(/<harm type="word" n="3" staff="1"[^>]*>car –<\/harm>/);
    // Another line, where the right hand has all of the tune, is written as ever.
    expect(meiSystem(shared, { from: 4, to: 7 }, ALL_MARKINGS)).toContain('<syl');
  });
});

describe('accidentals', () => {
  const pitch = (name: string) => readPitch(name)!;

  it('are shown once in a measure, and reminded of in the next', () => {
    const ledger = new AccidentalLedger(readKey('G')!);
    expect(ledger.signFor(pitch('F#4'), false)).toBe('none');
    expect(ledger.signFor(pitch('F4'), false)).toBe('needed');
    expect(ledger.signFor(pitch('F4'), false)).toBe('none');
    expect(ledger.signFor(pitch('F5'), false)).toBe('needed');
    ledger.startMeasure(readKey('G')!);
    expect(ledger.signFor(pitch('F#4'), false)).toBe('reminder');
    expect(ledger.signFor(pitch('F#4'), false)).toBe('none');
  });

  it('are not repeated on a note tied into', () => {
    const ledger = new AccidentalLedger(readKey('C')!);
    expect(ledger.signFor(pitch('Bb4'), false)).toBe('needed');
    ledger.startMeasure(readKey('C')!);
    expect(ledger.signFor(pitch('Bb4'), true)).toBe('none');
  });
});

describe('beams', () => {
  const runsOf = (name: string, index: number) => {
    const score = tune(name);
    const measure = score.measures[index]!;
    return beamRuns(prepared(score).layers[index]![0]![0]!, measure, metreOffset(score.measures, index)).map(
      (run) => (run.isBeamed ? run.slots.length : 1),
    );
  };

  it('show the beats of 6/8', () => expect(runsOf('net', 6)).toEqual([3, 3]));
  it('join plain eighths over half a measure of 4/4', () =>
    expect(runsOf('two-boats', 14)).toEqual([1, 2, 4]));
  it('join a pickup', () => expect(runsOf('lantern', 0)).toEqual([2]));
});

describe('line breaks', () => {
  const source = prepared(tune('lantern'));
  const widths = measureWidths(source, ALL_MARKINGS);
  const options = { lineWidth: 900, mostMeasures: 6, previous: [] };

  it('cover the piece in order, with no line too full', () => {
    const lines = breakLines(source.score, widths, options);
    expect(
      lines.flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, index) => from + index)),
    ).toEqual(source.score.measures.map((measure) => measure.index));
    for (const { from, to } of lines)
      expect(widths.slice(from, to + 1).reduce((sum, width) => sum + width, 0)).toBeLessThanOrEqual(900);
  });

  it('stay where they are while everything still fits', () => {
    const lines = breakLines(source.score, widths, options);
    const nudged = widths.map((width, index) => (index === 3 ? width + 5 : width));
    expect(breakLines(source.score, nudged, { ...options, previous: lines })).toBe(lines);
  });
});

describe('what an edit leaves alone', () => {
  const score = tune('two-boats');
  const counts = countScore(score);
  const before = prepareEngraving(score, counts);

  it('keeps its layers, and only the line with the change is new', () => {
    const notes = score.notes.map((note) => (note.measure === 5 ? { ...note, finger: 3 } : note));
    const after = prepareEngraving({ ...score, notes }, counts, before);
    const kept = after.layers.flatMap((layers, index) => (layers === before.layers[index] ? [index] : []));
    expect(kept).toEqual(score.measures.map((measure) => measure.index).filter((index) => index !== 5));
    expect(isSameLine(before, after, { from: 0, to: 4 })).toBe(true);
    expect(isSameLine(before, after, { from: 4, to: 7 })).toBe(false);
  });

  it('is not trusted when slurs, chords or counts are others', () => {
    expect(
      isSameLine(before, prepareEngraving({ ...score, slurs: [] }, counts, before), { from: 0, to: 1 }),
    ).toBe(false);
    expect(isSameLine(before, prepareEngraving(score, countScore(score), before), { from: 0, to: 1 })).toBe(
      false,
    );
  });
});

describe('MEI of a line', () => {
  const source = prepared(tune('two-boats'));

  it('is well-formed for any random score and range', () => {
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        const each = prepared(score);
        const parser = new SaxesParser();
        parser.on('error', (error) => {
          throw error;
        });
        for (const measure of score.measures)
          parser.write(meiSystem(each, { from: measure.index, to: measure.index }, ALL_MARKINGS)).close();
      }),
      { numRuns: 30 },
    );
  });

  it('closes a tie at the end of the line and opens it at the next', () => {
    expect(meiSystem(source, { from: 0, to: 1 }, ALL_MARKINGS)).toMatch(/<lv startid="#p0m1v1t20160c0"\/>/);
    expect(meiSystem(source, { from: 2, to: 3 }, ALL_MARKINGS)).toMatch(
      /<tie tstamp="0.5" endid="#p0m2v1t0c0"/,
    );
    expect(meiSystem(source, { from: 1, to: 2 }, ALL_MARKINGS)).toMatch(
      /<tie startid="#p0m1v1t20160c0" endid="#p0m2v1t0c0"\/>/,
    );
  });

  it('prints the metre only where it begins or changes', () => {
    expect(meiSystem(source, { from: 0, to: 1 }, ALL_MARKINGS)).not.toContain('invis');
    expect(meiSystem(source, { from: 2, to: 3 }, ALL_MARKINGS)).toContain('meter.form="invis"');
  });
});

describe('staves of several players', () => {
  const braces = (score: Score) =>
    meiSystem(prepared(score), { from: 0, to: 0 }, ALL_MARKINGS).match(/symbol="brace"/g)?.length ?? 0;

  it('are braced by player: a voice stands over its piano', () => {
    const song = asOnePart(scoreFromAbc(TEXTURES.find(({ name }) => name.startsWith('a sung'))!.abc));
    const mei = meiSystem(prepared(song), { from: 0, to: 0 }, ALL_MARKINGS);
    expect(mei).toMatch(
      /<staffGrp><staffDef n="1".*?<staffGrp symbol="brace" bar\.thru="true"><staffDef n="2"/,
    );
    expect(braces(song)).toBe(1);
  });

  it('one player has one brace, a single staff none', () => {
    expect(braces(tune('two-boats'))).toBe(1);
    expect(braces(tune('lantern'))).toBe(0);
  });
});

describe('a chart without notes', () => {
  it('shows a slash for every beat, and its words under them', () => {
    const read = readChart('{time: 6/8}\n| [C]Row [/]on | [F] [G] |', 'a.cho');
    if (!read.ok) throw new Error(read.error.message);
    const mei = meiSystem(prepared(read.value), { from: 0, to: 1 }, ALL_MARKINGS);
    expect(mei.match(/head\.shape="slash"/g)).toHaveLength(4);
    expect(mei).toContain('>Row</harm>');
    expect(mei).toContain('>on</harm>');
  });
});

describe('letters of notes', () => {
  const score = scoreFromText({ time: [4, 4], key: 'G', right: '(G4 B4) D5 F#5 G4', left: '(G3 B3 D4):1/1' });
  const mei = (markings: Partial<Markings>) =>
    meiSystem(prepareEngraving(score, []), { from: 0, to: 0 }, { ...ALL_MARKINGS, ...markings });

  it('stand one under another as the notes of a chord do, each row with a number of its own', () => {
    const names = [
      ...mei({ noteNames: true }).matchAll(/type="name" n="(\d+)" staff="(\d)".*?<rend[^>]*>(.*?)<\/rend>/g),
    ];
    const rows = new Map<string, string[]>();
    for (const [, row, staff, letter] of names)
      rows.set(`${row}/${staff}`, [...(rows.get(`${row}/${staff}`) ?? []), letter!]);
    expect([...rows.values()]).toEqual([['B', 'D', 'F♯', 'G'], ['G'], ['D'], ['B'], ['G']]);
    expect(new Set([...rows.keys()].map((key) => key.split('/')[0])).size).toBe(rows.size);
  });

  it('and a staff is small where the other is to be read', () => {
    expect(mei({ smallStaff: 1 })).toMatch(
      /<staffDef n="1" lines="5"><.*<staffDef n="2" lines="5" scale="65%">/,
    );
    expect(mei({})).not.toContain('scale=');
  });
});
