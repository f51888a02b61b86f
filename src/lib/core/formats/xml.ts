import { SaxesParser } from 'saxes';
import { printable } from '../text/printable';
import { atMost } from './bounds';
import { Refusal } from './result';

/** An XML element with the line it starts on; mixed content is not kept apart, as scores do not use it. */
export interface XmlElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlElement[];
  readonly text: string;
  readonly line: number;
}

interface Draft {
  name: string;
  attributes: Record<string, string>;
  children: Draft[];
  text: string;
  line: number;
}

const MAX_DEPTH = 64;
/** Most elements have neither: they share these, which halves the memory of a large score. */
const NO_ATTRIBUTES: Record<string, string> = {};
const NO_CHILDREN: Draft[] = [];

function hasAny(attributes: Readonly<Record<string, string>>): boolean {
  for (const _ in attributes) return true;
  return false;
}

/**
 * Parses XML into a tree. Internal document type declarations are refused whole, so no entity can be defined.
 * @throws Refusal with the line of the fault.
 */
export function parseXml(text: string, file: string): XmlElement {
  const parser = new SaxesParser({ position: true, xmlns: false });
  const stack: Draft[] = [];
  let root: Draft | null = null;
  let count = 0;
  let isClosed = false;
  const refuse = (
    code: 'bad-xml' | 'truncated' | 'forbidden-declaration' | 'too-large',
    message: string,
  ): never => {
    throw new Refusal({ code, message, place: { file, line: parser.line } });
  };
  parser.on('doctype', (doctype) => {
    if (doctype.includes('[')) {
      refuse(
        'forbidden-declaration',
        'The file declares its own entities, which is not accepted. Export it again as plain MusicXML.',
      );
    }
  });
  parser.on('opentag', (tag) => {
    count += 1;
    atMost('elements', count, { file, line: parser.line });
    if (stack.length >= MAX_DEPTH) refuse('too-large', 'The file is nested deeper than a score can be.');
    const element: Draft = {
      name: tag.name,
      attributes: hasAny(tag.attributes) ? tag.attributes : NO_ATTRIBUTES,
      children: NO_CHILDREN,
      text: '',
      line: parser.line,
    };
    const parent = stack.at(-1);
    if (parent?.children === NO_CHILDREN) parent.children = [element];
    else parent?.children.push(element);
    root ??= element;
    stack.push(element);
  });
  const addText = (content: string) => {
    const top = stack.at(-1);
    if (top) top.text += content;
  };
  parser.on('text', addText);
  parser.on('cdata', addText);
  parser.on('closetag', () => {
    const element = stack.pop();
    if (element) element.text = element.text.trim();
    isClosed = stack.length === 0;
  });
  parser.on('error', (error) => {
    const isCut = /unclosed|unexpected end|must contain a root/i.test(error.message) && !isClosed;
    refuse(
      isCut ? 'truncated' : 'bad-xml',
      isCut
        ? 'The file breaks off before its end. Export or download it again.'
        : `The file is not well-formed XML: ${error.message.replace(/^\d+:\d+:\s*/, '')}`,
    );
  });
  parser.write(text).close();
  return root ?? refuse('bad-xml', 'The file has no XML element.');
}

export function childOf(element: XmlElement, name: string): XmlElement | undefined {
  return element.children.find((child) => child.name === name);
}

export function childrenOf(element: XmlElement, name: string): readonly XmlElement[] {
  return element.children.filter((child) => child.name === name);
}

export function textOf(element: XmlElement, name: string): string | null {
  return childOf(element, name)?.text ?? null;
}

/** The child's text as a number; null when the child is missing or holds none. */
export function numberOf(element: XmlElement, name: string): number | null {
  const text = textOf(element, name);
  if (text === null || text === '') return null;
  const value = Number(text);
  return Number.isFinite(value) ? value : null;
}

export function escapeXml(text: string): string {
  return printable(text)
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');
}
