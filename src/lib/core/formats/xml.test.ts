import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Refusal } from './result';
import { childOf, childrenOf, escapeXml, numberOf, parseXml, textOf, type XmlElement } from './xml';

function refusalOf(text: string): Refusal['detail'] {
  try {
    parseXml(text, 'a.musicxml');
  } catch (fault) {
    if (fault instanceof Refusal) return fault.detail;
    throw fault;
  }
  throw new Error('It was read.');
}

describe('reading XML', () => {
  const root = parseXml('<score version="4.0">\n <part id="P1"/>\n <part id="P2">x</part>\n</score>', 'a');

  it('keeps names, attributes, children and the line each begins on', () => {
    expect(root).toMatchObject({ name: 'score', attributes: { version: '4.0' }, line: 1 });
    expect(root.children.map(({ attributes, line }) => `${attributes['id']} ${line}`)).toEqual([
      'P1 2',
      'P2 3',
    ]);
  });

  it('finds children by name: the first, all, their text', () => {
    expect(childOf(root, 'part')!.attributes['id']).toBe('P1');
    expect(childrenOf(root, 'part')).toHaveLength(2);
    expect(childrenOf(root, 'staff')).toEqual([]);
    expect(childOf(root, 'staff')).toBeUndefined();
    expect(textOf(root, 'part')).toBe('');
    expect(textOf(root, 'staff')).toBeNull();
  });

  it('reads a number, and none where there is none', () => {
    const of = (text: string) => numberOf(parseXml(`<a><n>${text}</n></a>`, 'a'), 'n');
    expect([of('4'), of(' -1.5 '), of('0')]).toEqual([4, -1.5, 0]);
    expect([of(''), of('four'), of('1e999')]).toEqual([null, null, null]);
    expect(numberOf(root, 'n')).toBeNull();
  });

  it('takes text from marked sections, and trims it', () => {
    expect(parseXml('<a>  <![CDATA[<b>]]> &amp; c  </a>', 'a').text).toBe('<b> & c');
  });

  it('says in which line something is wrong', () => {
    expect(refusalOf('<a>\n<b></c>\n</a>')).toMatchObject({
      code: 'bad-xml',
      place: { file: 'a.musicxml', line: 2 },
    });
    expect(refusalOf('<a>\n<b>').code).toBe('truncated');
    expect(refusalOf('')).toMatchObject({ code: 'truncated' });
  });

  it('takes no declarations of its own, and no endless nesting', () => {
    expect(refusalOf('<!DOCTYPE a [<!ENTITY x "y">]><a>&x;</a>').code).toBe('forbidden-declaration');
    expect(parseXml('<!DOCTYPE a PUBLIC "x" "y"><a/>', 'a').name).toBe('a');
    const nested = (depth: number) => '<a>'.repeat(depth) + '</a>'.repeat(depth);
    expect(parseXml(nested(64), 'a').name).toBe('a');
    expect(refusalOf(nested(65)).code).toBe('too-large');
  });
});

describe('writing text into XML', () => {
  it('gives back what was written, but for what XML cannot hold', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 40 }), (text) => {
        const read: XmlElement = parseXml(`<a t="${escapeXml(text)}">${escapeXml(text)}</a>`, 'a');
        // eslint-disable-next-line no-control-regex
        const held = text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '');
        expect(read.attributes['t']!.replace(/\s/g, ' ')).toBe(
          held.replace(/\r\n/g, '\n').replace(/\s/g, ' '),
        );
        expect(read.text).toBe(held.replace(/\r\n?/g, '\n').trim());
      }),
    ));
});
