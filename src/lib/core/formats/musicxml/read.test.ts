import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { chordName } from '../../pitch/chord';
import { keyLabel } from '../../pitch/key';
import { pitchName } from '../../pitch/pitch';
import { readMusicXml } from './read';

const NOTE =
  '<note><pitch><step>C</step><octave>4</octave></pitch><duration>4</duration><voice>1</voice><type>whole</type></note>';
const ATTRIBUTES =
  '<attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';

function partwise(...measures: string[]): string {
  const numbered = measures
    .map((content, index) => `<measure number="${index + 1}">${content}</measure>`)
    .join('');
  return `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Piano</part-name></score-part></part-list><part id="P1">${numbered}</part></score-partwise>`;
}

function read(xml: string) {
  const result = readMusicXml(strToU8(xml), 'test.musicxml');
  if (!result.ok) throw new Error(result.error.message);
  return { score: result.value, warnings: result.warnings };
}

const note = (step: string, octave: number, duration: number, extra = '', before = '') =>
  `<note>${before}<pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>${duration}</duration><voice>1</voice>${extra}</note>`;

describe('reading MusicXML', () => {
  it('reads voices on two staves, backup, forward and chords', () => {
    const { score } = read(
      partwise(
        `${ATTRIBUTES}<attributes><staves>2</staves></attributes>${note('E', 5, 2)}${note('G', 5, 2, '', '<chord/>')}${note('D', 5, 2)}<backup><duration>4</duration></backup><forward><duration>2</duration></forward><note><pitch><step>C</step><octave>3</octave></pitch><duration>2</duration><voice>5</voice><staff>2</staff></note>`,
      ),
    );
    expect(
      score.notes.map((each) => [pitchName(each.pitch), each.at / 10_080, each.staff, each.voice]),
    ).toEqual([
      ['E5', 0, 0, '1'],
      ['G5', 0, 0, '1'],
      ['D5', 2, 0, '1'],
      ['C3', 2, 1, '5'],
    ]);
    expect(new Set(score.notes.map((each) => each.id)).size).toBe(4);
    expect(score.clefs.map((clef) => clef.sign)).toEqual(['G', 'F']);
  });

  it('gives every note an id made of where it stands', () => {
    const { score } = read(partwise(ATTRIBUTES + NOTE, note('D', 4, 1) + note('E', 4, 3)));
    expect(score.notes.map((each) => each.id)).toEqual(['p0m0v1t0c0', 'p0m1v1t0c0', 'p0m1v1t10080c0']);
  });

  it('sounds a transposing part at pitch, key included', () => {
    const transpose =
      '<attributes><transpose><diatonic>-1</diatonic><chromatic>-2</chromatic></transpose></attributes>';
    const { score } = read(partwise(transpose + ATTRIBUTES + NOTE));
    expect(pitchName(score.notes[0]!.pitch)).toBe('Bb3');
    expect(keyLabel(score.measures[0]!.key)).toBe('B♭ major');
  });

  it('knows a pickup, repeats, endings and rehearsal marks', () => {
    const { score } = read(
      partwise(
        ATTRIBUTES + note('G', 4, 1),
        `<barline location="left"><repeat direction="forward"/></barline><direction><direction-type><rehearsal>A</rehearsal></direction-type></direction>${NOTE}`,
        `<barline location="left"><ending number="1" type="start"/></barline>${NOTE}<barline location="right"><ending number="1" type="stop"/><repeat direction="backward"/></barline>`,
        `<barline location="left"><ending number="2" type="start"/></barline>${NOTE}<barline location="right"><ending number="2" type="stop"/></barline>`,
      ),
    );
    expect(score.measures.map((measure) => measure.length / 10_080)).toEqual([1, 4, 4, 4]);
    expect(score.measures.map((measure) => measure.endings.join())).toEqual(['', '', '1', '2']);
    expect(score.measures[1]).toMatchObject({ startsRepeat: true, rehearsal: 'A' });
    expect(score.measures[2]!.endsRepeat).toBe(2);
  });

  it('reads grace notes, tuplets, fingers, signs, slurs and lyrics', () => {
    const triplet =
      '<time-modification><actual-notes>3</actual-notes><normal-notes>2</normal-notes></time-modification>';
    const graceNote =
      '<note><grace slash="yes"/><pitch><step>B</step><octave>4</octave></pitch><voice>1</voice><type>eighth</type></note>';
    const slur = (type: string) =>
      `<notations><slur type="${type}" number="1"/>${type === 'start' ? '<technical><fingering>3</fingering></technical><articulations><staccato/></articulations>' : ''}</notations>`;
    const { score, warnings } = read(
      partwise(
        `<attributes><divisions>3</divisions><time><beats>2</beats><beat-type>4</beat-type></time></attributes>${graceNote}` +
          note(
            'C',
            5,
            1,
            triplet + slur('start') + '<lyric><syllabic>begin</syllabic><text>har</text></lyric>',
          ) +
          note('D', 5, 1, triplet) +
          note('E', 5, 1, triplet + slur('stop')) +
          note('F', 5, 3),
      ),
    );
    const [grace, first, , third, last] = score.notes;
    expect(grace).toMatchObject({ grace: { order: 0, hasSlash: true, written: 5040 }, duration: 0 });
    expect(first).toMatchObject({
      finger: 3,
      articulations: ['staccato'],
      duration: 3360,
      lyrics: [{ text: 'har', syllabic: 'begin' }],
    });
    expect(first!.tuplet!.id).toBe(third!.tuplet!.id);
    expect(last!.tuplet).toBeNull();
    expect(score.slurs).toEqual([{ from: first!.id, to: third!.id }]);
    expect(warnings).toEqual([]);
  });

  it('reads chord symbols by kind, degree, printed text and bass', () => {
    const harmony = (inner: string) =>
      `<harmony><root><root-step>B</root-step><root-alter>-1</root-alter></root>${inner}</harmony>`;
    const { score, warnings } = read(
      partwise(
        ATTRIBUTES +
          harmony(
            '<kind>minor-seventh</kind><bass><bass-step>D</bass-step><bass-alter>-1</bass-alter></bass>',
          ) +
          note('C', 4, 1) +
          harmony('<kind text="7alt">other</kind>') +
          note('C', 4, 1) +
          harmony(
            '<kind>dominant</kind><degree><degree-value>9</degree-value><degree-alter>-1</degree-alter><degree-type>add</degree-type></degree>',
          ) +
          note('C', 4, 1) +
          harmony('<kind text="?!">Tristan</kind>') +
          note('C', 4, 1),
      ),
    );
    expect(score.chords.map((symbol) => chordName(symbol.chord))).toEqual(['Bbm7/Db', 'Bb7alt', 'Bb7b9']);
    expect(warnings[0]).toMatchObject({ measures: ['1'] });
    expect(warnings[0]!.message).toContain('“?!”');
  });

  it('links ties across barlines, and those of files that mark only the start', () => {
    const tie = (type: string) => `<tie type="${type}"/>`;
    const both = read(partwise(ATTRIBUTES + note('C', 4, 4, tie('start')), note('C', 4, 4, tie('stop'))));
    const startOnly = read(partwise(ATTRIBUTES + note('C', 4, 4, tie('start')), note('C', 4, 4)));
    for (const { score, warnings } of [both, startOnly]) {
      expect(score.notes[0]!.tieTo).toBe(score.notes[1]!.id);
      expect(warnings).toEqual([]);
    }
    const lost = read(partwise(ATTRIBUTES + note('C', 4, 4, tie('start')), note('D', 4, 4)));
    expect(lost.warnings[0]).toMatchObject({ measures: ['1'] });
  });

  it('holds a tied note that goes on under another name, unless one of its own name goes on too', () => {
    const tie = (type: string) => `<tie type="${type}"/>`;
    const cFlat =
      '<note><pitch><step>C</step><alter>-1</alter><octave>5</octave></pitch><duration>4</duration><voice>1</voice><tie type="stop"/></note>';
    const renamed = read(partwise(ATTRIBUTES + note('B', 4, 4, tie('start')), cFlat));
    expect(renamed.warnings).toEqual([]);
    expect(renamed.score.notes[0]!.tieTo).toBe(renamed.score.notes[1]!.id);
    const withItsOwn = read(
      partwise(
        ATTRIBUTES + note('B', 4, 4, tie('start')),
        `${note('B', 4, 4, tie('stop'))}<backup><duration>4</duration></backup>${cFlat}`,
      ),
    );
    const { notes } = withItsOwn.score;
    expect(notes.find(({ id }) => id === notes[0]!.tieTo)?.pitch.step).toBe('B');
  });

  it('ends the latest slur of a number, of its own voice first, and says which end nowhere', () => {
    const slur = (type: string) => `<notations><slur type="${type}" number="1"/></notations>`;
    const inVoice2 = (xml: string) => xml.replace('<voice>1', '<voice>2');
    const first = ['C', 'D', 'E', 'F'].map((step, index) =>
      note(step, 5, 1, slur(index < 2 ? 'start' : 'stop')),
    );
    const nested = read(partwise(ATTRIBUTES + first.join('')));
    const steps = ({ score }: typeof nested) =>
      score.slurs.map(({ from, to }) =>
        [from, to].map((end) => score.notes.find(({ id }) => id === end)!.pitch.step).join(''),
      );
    expect(steps(nested)).toEqual(['CF', 'DE']);
    const voices = read(
      partwise(
        `${ATTRIBUTES}${note('C', 5, 2, slur('start'))}${note('D', 5, 2, slur('stop'))}<backup><duration>3</duration></backup>` +
          inVoice2(note('A', 4, 1, slur('start'))) +
          inVoice2(note('B', 4, 2, slur('start'))),
      ),
    );
    expect(steps(voices)).toEqual(['CD']);
    expect(voices.warnings[0]?.message).toContain('ends nowhere');
    const across = read(
      partwise(
        `${ATTRIBUTES}${note('C', 5, 2, slur('start'))}${note('D', 5, 2)}<backup><duration>2</duration></backup>` +
          inVoice2(note('A', 4, 2, slur('stop'))),
      ),
    );
    expect(steps(across)).toEqual(['CA']);
  });

  it('groups an irregular metre as its beams do', () => {
    const beamed = (groups: readonly number[]) =>
      groups
        .flatMap((size) =>
          Array.from({ length: size }, (_, index) =>
            note('C', 4, 1, `<beam number="1">${index === 0 ? 'begin' : 'continue'}</beam>`),
          ),
        )
        .join('');
    const head =
      '<attributes><divisions>2</divisions><time><beats>8</beats><beat-type>8</beat-type></time></attributes>';
    expect(read(partwise(head + beamed([2, 2, 2, 2]))).score.measures[0]!.time.groups).toEqual([2, 2, 2, 2]);
    expect(read(partwise(head + beamed([3, 2, 3]))).score.measures[0]!.time.groups).toEqual([3, 2, 3]);
  });

  it('warns with the measure of whatever it leaves out', () => {
    const { warnings } = read(
      partwise(
        ATTRIBUTES + NOTE,
        `${note('C', 4, 2, '<notehead>diamond</notehead>')}<note><unpitched/><duration>2</duration></note>`,
        '<direction><direction-type><scordatura/></direction-type></direction>' + NOTE,
      ),
    );
    expect(warnings.flatMap((warning) => warning.measures)).toEqual(['2', '2', '3']);
    expect(warnings.map((warning) => warning.message).join(' ')).toMatch(/notehead.*percussion.*scordatura/);
  });
});

describe('refusing files', () => {
  const bomb = zipSync({ 'score.xml': new Uint8Array(60 * 1024 * 1024) });
  const good = partwise(ATTRIBUTES + NOTE);

  it.each([
    ['an empty file', new Uint8Array(0), 'empty-file'],
    ['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 0, 1, 2]), 'bad-encoding'],
    ['plain words', strToU8('dear teacher'), 'bad-xml'],
    ['a cut-off file', strToU8(good.slice(0, good.length - 80)), 'truncated'],
    ['crossed tags', strToU8(good.replace('</voice>', '</vioce>')), 'bad-xml'],
    ['a web page', strToU8('<html><body/></html>'), 'not-a-score'],
    ['a timewise score', strToU8('<score-timewise/>'), 'not-a-score'],
    ['a score without parts', strToU8('<score-partwise/>'), 'not-a-score'],
    [
      'an entity bomb',
      strToU8(`<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]>${good.slice(21)}`),
      'forbidden-declaration',
    ],
    ['a zip bomb', bomb, 'zip-bomb'],
    ['a damaged zip', new Uint8Array([0x50, 0x4b, 3, 4, 1, 2, 3]), 'bad-zip'],
    ['a zip without a score', zipSync({ 'readme.txt': strToU8('hi') }), 'not-a-score'],
    ['more than 10 MB', new Uint8Array(11 * 1024 * 1024).fill(32), 'too-large'],
    ['a note without length', strToU8(good.replace('<duration>4</duration>', '')), 'bad-score'],
    ['a note off any keyboard', strToU8(good.replace('<octave>4', '<octave>99')), 'bad-score'],
    [
      'a step back too far',
      strToU8(good.replace('<note>', '<backup><duration>9</duration></backup><note>')),
      'bad-score',
    ],
  ])('refuses %s, with what to do', (_, bytes, code) => {
    const result = readMusicXml(bytes, 'bad.musicxml');
    expect(result).toMatchObject({ ok: false, error: { code, place: { file: 'bad.musicxml' } } });
    expect(!result.ok && result.error.message.length).toBeGreaterThan(10);
  });

  it('names the line and measure of a fault inside the music', () => {
    const result = readMusicXml(
      strToU8(
        good.replace('<measure', '\n\n<measure').replace('<duration>4</duration>', '<duration>x</duration>'),
      ),
      'bad.musicxml',
    );
    expect(result).toMatchObject({ ok: false, error: { place: { line: 3, measure: '1' } } });
  });
});
