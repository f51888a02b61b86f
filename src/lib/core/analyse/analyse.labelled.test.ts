import { describe, expect, it } from 'vitest';
import { FORMS } from '../../testing/labelled/forms';
import { HARMONY } from '../../testing/labelled/harmony';
import { KEYS } from '../../testing/labelled/keys';
import { TEXTURES } from '../../testing/labelled/textures';
import { scoreFromAbc } from '../../testing/labelled-scores';
import { readScore } from '../formats/read-score';
import { transposeScore } from '../score/transpose-score';
import { chordName } from '../pitch/chord';
import { ALL_KEYS, intervalBetweenTonics, keyName, readKey, tonicOf, type Key } from '../pitch/key';
import { midiOf } from '../pitch/pitch';
import type { Score } from '../score/model';
import { endOf } from '../score/time';
import { analyseScore } from './analyse';
import { findChords } from './find-chords';
import { findKey } from './find-key';
import { findTune } from './tune';

/** One key a sounding tonic: the spelling with fewer signs. */
const TWELVE = (mode: Key['mode']) =>
  ALL_KEYS.filter((key) => key.mode === mode && key.fifths >= -5 && key.fifths <= 6);

describe('labelled keys', () => {
  const cases = (['major', 'minor'] as const).flatMap((mode) => {
    const pieces = KEYS.filter((piece) => piece.mode === mode);
    return TWELVE(mode).map((key, index) => ({
      key,
      piece: pieces[index % pieces.length]!,
      isMarked: index % 2 === 0,
    }));
  });

  it('has 24 pieces, one a key, at least six of them beginning outside it', () => {
    expect(new Set(cases.map(({ key }) => keyName(key))).size).toBe(24);
    expect(cases.filter(({ piece }) => piece.isBorrowed).length).toBeGreaterThanOrEqual(6);
  });

  it('finds at least 23 of them, half under a wrong signature', () => {
    const wrong = cases.flatMap(({ key, piece, isMarked }) => {
      const source = scoreFromAbc(piece.abc);
      const home = readKey(piece.mode === 'major' ? 'C' : 'Am')!;
      const moved = transposeScore(source, intervalBetweenTonics(tonicOf(home), tonicOf(key)));
      const score: Score = isMarked
        ? moved
        : { ...moved, measures: moved.measures.map((measure) => ({ ...measure, key: readKey('C')! })) };
      const found = keyName(findKey(score).key);
      return found === keyName(key) ? [] : [`${piece.name} in ${keyName(key)}: ${found}`];
    });
    expect(wrong.slice(1), wrong.join('\n')).toEqual([]);
  });
});

describe('labelled harmony', () => {
  it('names at least 90 % of chords by duration', () => {
    let right = 0;
    let total = 0;
    const missed: string[] = [];
    for (const { name, abc } of HARMONY) {
      const labelled = scoreFromAbc(abc);
      const { chords: labels } = labelled;
      const found = findChords({ ...labelled, chords: [] }, findKey(labelled).key);
      const end = endOf(labelled.measures);
      for (let at = 0; at < end; at += 5040) {
        const label = labels.findLast((symbol) => symbol.at <= at)!;
        const answer = found.findLast(({ symbol }) => symbol.at <= at);
        total += 1;
        if (answer && chordName(answer.symbol.chord) === chordName(label.chord)) right += 1;
        else
          missed.push(
            `${name}, measure ${label.measure + 1}: ${chordName(label.chord)} ≠ ${answer ? chordName(answer.symbol.chord) : '–'}`,
          );
      }
    }
    expect(right / total, [...new Set(missed)].join('\n')).toBeGreaterThanOrEqual(0.9);
  });
});

describe('labelled textures', () => {
  it('finds at least 95 % of the tune, and little else', () => {
    let right = 0;
    let total = 0;
    let extra = 0;
    const report: string[] = [];
    for (const { name, abc, tune } of TEXTURES) {
      const score = scoreFromAbc(abc);
      const found = new Set(findTune(score).notes);
      const wanted = new Set(
        tune.flatMap(({ voice, from, to }) => {
          const own = score.notes.filter(
            (note) => note.voice === voice && note.measure >= from && note.measure <= to,
          );
          return own
            .filter(
              (note) =>
                !own.some((other) => other.at === note.at && midiOf(other.pitch) > midiOf(note.pitch)),
            )
            .map((note) => note.id);
        }),
      );
      const hit = [...wanted].filter((id) => found.has(id)).length;
      right += hit;
      total += wanted.size;
      extra += found.size - hit;
      if (hit < wanted.size) report.push(`${name}: ${hit} of ${wanted.size}`);
    }
    expect(right / total, report.join('\n')).toBeGreaterThanOrEqual(0.95);
    expect(extra / total, report.join('\n')).toBeLessThanOrEqual(0.05);
  });
});

describe('labelled forms', () => {
  it.each(FORMS.map((fixture) => [fixture.name, fixture] as const))(
    '%s',
    (_, { file, text, pattern, starts }) => {
      const read = readScore(new TextEncoder().encode(text), file);
      if (!read.ok) throw new Error(read.error.message);
      const { form } = analyseScore(read.value);
      const found = {
        pattern: form.pattern.join(' ').replaceAll('′', "'"),
        starts: form.sections.map((section) => read.value.measures[section.from]!.number),
      };
      expect(found).toEqual({ pattern, starts });
    },
  );
});
