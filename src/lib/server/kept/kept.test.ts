import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { allSources } from '../../testing/demo-tunes';
import { newDocument } from '../../core/document/document';
import { freezeEdition } from '../../core/handout/edition';
import { fingerprintOf, sectionPrints } from '../../core/handout/fingerprint';
import { makeupOf, studySource } from '../../core/analyse/study-source';
import { summarise } from '../../core/analyse/summary';
import { ANYONE } from '../../core/arrange/arrange-for';
import { KEPT_DOCUMENT, KEPT_STEP } from './document';
import { KEPT_EDITION, KEPT_SECTIONS } from './edition';
import { defineKept, readKept, writeKept, type Kept } from './kept';
import { KEPT_READS } from './learner';
import { KEPT_SUMMARY, KEPT_WARNINGS } from './piece';
import { KEPT_RULES } from './rules';
import { KEPT_SCORE } from './score';
import SAMPLES from './samples/version-0.json';

const NAMES = defineKept<{ readonly names: readonly string[]; readonly tempo: number }>({
  subject: 'list of names',
  version: 2,
  schema: z.object({ names: z.array(z.string()), tempo: z.int() }),
  waysUp: [
    (old) => ({ names: z.array(z.string()).parse(old) }),
    (old) => ({ ...z.object({ names: z.array(z.string()) }).parse(old), tempo: 60 }),
  ],
});

describe('what is kept as JSON', () => {
  it('comes up from every older version', () => {
    const now = { ok: true, value: { names: ['Ida'], tempo: 60 } };
    expect(readKept(NAMES, '["Ida"]')).toEqual(now);
    expect(readKept(NAMES, '{"version":1,"value":{"names":["Ida"]}}')).toEqual(now);
    expect(readKept(NAMES, '{"version":2,"value":{"names":["Ida"],"tempo":60}}')).toEqual(now);
  });

  it('is written with its version and read back', () => {
    const value = { names: ['Ida', 'Bram'], tempo: 72 };
    expect(writeKept(NAMES, value)).toBe('{"version":2,"value":{"names":["Ida","Bram"],"tempo":72}}');
    expect(readKept(NAMES, writeKept(NAMES, value))).toEqual({ ok: true, value });
  });

  it('is read as a summary from before chords were told in it', () => {
    const now = summarise(allSources()[0]!.score, [], 'MusicXML');
    expect(readKept(KEPT_SUMMARY, writeKept(KEPT_SUMMARY, now))).toEqual({ ok: true, value: now });
    const { chords, ...before } = now;
    expect(chords.length).toBeGreaterThan(0);
    const old = { ok: true, value: { ...now, chords: [] } };
    expect(readKept(KEPT_SUMMARY, JSON.stringify({ version: 1, value: before }))).toEqual(old);
    expect(readKept(KEPT_SUMMARY, JSON.stringify(before))).toEqual(old);
  });

  it('says why it cannot be read: damaged, where, or from a newer program', () => {
    const why = (text: string) => {
      const reading = readKept(NAMES, text);
      return reading.ok ? '' : reading.message;
    };
    expect(why('{')).toContain('The list of names cannot be read: what is stored is damaged.');
    expect(why('{"a":1}')).toContain('damaged');
    expect(why('{"version":2,"value":{"names":["x"],"tempo":"fast"}}')).toContain('damaged at “tempo”');
    expect(why('{"version":3,"value":{}}')).toContain('a newer version of Key Path wrote it');
  });

  it('cannot be defined without a way up from each version', () => {
    expect(() => defineKept({ subject: 'x', version: 2, schema: z.string(), waysUp: [String] })).toThrow(
      RangeError,
    );
  });
});

describe('rows of version 0', () => {
  function rises<T>(kept: Kept<T>, text: string): T {
    const reading = readKept(kept, text);
    if (!reading.ok) throw new Error(reading.message);
    expect(readKept(kept, writeKept(kept, reading.value))).toEqual(reading);
    return reading.value;
  }

  it('are read whole: score, warnings, documents, steps, edition, reading, ladder', () => {
    const [source] = SAMPLES.source_revisions;
    const score = rises(KEPT_SCORE, source!.score_json);
    expect(score.notes).toHaveLength(JSON.parse(source!.score_json).notes.length);
    expect(score.judgement).toBeNull();
    rises(KEPT_WARNINGS, source!.warnings_json);
    for (const text of [...SAMPLES.arrangements.map((row) => row.document_json), ...SAMPLES.documents])
      expect(rises(KEPT_DOCUMENT, text)).toEqual(JSON.parse(text));
    for (const { step_json } of SAMPLES.arrangement_history)
      expect(rises(KEPT_STEP, step_json)).toEqual(JSON.parse(step_json));
    const [edition] = SAMPLES.editions;
    const frozen = JSON.parse(edition!.frozen_json);
    expect(rises(KEPT_EDITION, edition!.frozen_json)).toEqual({
      ...frozen,
      score: { ...frozen.score, slashes: [], typedKey: null },
    });
    expect(rises(KEPT_READS, SAMPLES.learners[0]!.reads_json)).toEqual(['treble', 'bass']);
    const rules = rises(KEPT_RULES, SAMPLES.studio_settings[0]!.value_json);
    expect(rules.rungs[0]!.name).toBe('Harbour steps');
    expect(rules.rungs[1]!.leapSemitones).toBe(6);
  });

  it('of a document without choices that came later, and of an edition without pictures, take what was then', () => {
    const document = JSON.parse(SAMPLES.arrangements[0]!.document_json);
    delete document.recipe.fingerStyle;
    delete document.recipe.rung;
    expect(rises(KEPT_DOCUMENT, JSON.stringify(document)).recipe).toMatchObject({
      fingerStyle: 'smooth',
      rung: 6,
    });
    const edition = JSON.parse(SAMPLES.editions[0]!.frozen_json);
    delete edition.notes;
    delete edition.score.words;
    expect(rises(KEPT_EDITION, JSON.stringify(edition))).toMatchObject({
      notes: { pictures: [], cues: [] },
      score: { words: [] },
    });
  });
});

describe('the schemas', () => {
  it('take every source and every edition made of it, and lose nothing', () => {
    for (const { file, score } of allSources()) {
      const plain = JSON.parse(JSON.stringify(score));
      expect(readKept(KEPT_SCORE, writeKept(KEPT_SCORE, score)), file).toEqual({ ok: true, value: plain });
      const facts = studySource(score);
      const edition = freezeEdition(facts, newDocument(makeupOf(facts), 4), ANYONE);
      const reading = readKept(KEPT_EDITION, writeKept(KEPT_EDITION, edition));
      expect(reading, file).toEqual({ ok: true, value: JSON.parse(JSON.stringify(edition)) });
      if (reading.ok) expect(fingerprintOf(reading.value)).toBe(fingerprintOf(edition));
      const prints = sectionPrints(edition);
      expect(readKept(KEPT_SECTIONS, writeKept(KEPT_SECTIONS, prints))).toEqual({ ok: true, value: prints });
    }
  });
});
