const ALLOWED = [
  'svg',
  'g',
  'defs',
  'symbol',
  'use',
  'path',
  'text',
  'tspan',
  'polygon',
  'polyline',
  'ellipse',
  'rect',
  'line',
  'desc',
  'title',
];

/** Anything in the text that could be more than a drawing: another element, a handler, a link that leaves the picture. */
const SUSPICIOUS = new RegExp(
  String.raw`<(?!/?(?:${ALLOWED.join('|')})[\s/>])|\son\w+\s*=|href\s*=\s*["'](?!#)`,
  'i',
);

/** Whether a picture's text holds drawing elements and words alone, and nothing that could act or lead elsewhere. */
export function isDrawingAlone(text: string): boolean {
  return !SUSPICIOUS.test(text);
}

/**
 * Turns the engraver's text into an element for the page. It is parsed as XML, and only drawing elements are let
 * through: words from a file (lyrics, titles) stay words. Going through every attribute takes longer than engraving
 * the line, so it is done only where the text gives cause.
 */
export function adoptSvg(text: string): SVGSVGElement {
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
  const root = document.adoptNode(parsed.documentElement) as unknown;
  if (!(root instanceof SVGSVGElement)) throw new Error('The engraver gave no picture.');
  if (!isDrawingAlone(text)) removeAllButDrawing(root);
  return root;
}

function removeAllButDrawing(root: SVGSVGElement): void {
  for (const element of [...root.querySelectorAll('*')]) {
    if (!ALLOWED.includes(element.localName)) element.remove();
    for (const { name, value } of [...element.attributes]) {
      const isForeignLink = name.endsWith('href') && !value.startsWith('#');
      if (name.startsWith('on') || isForeignLink) element.removeAttribute(name);
    }
  }
}
