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

/**
 * Anything in the text that could be more than a drawing: another element, a handler, a link that leaves the picture. An
 * attribute may follow a slash or a quote, and need no quotes of its own, as HTML has it.
 */
const SUSPICIOUS = new RegExp(
  String.raw`<(?!/?(?:${ALLOWED.join('|')})[\s/>])|[\s/"']on\w+\s*=|href\s*=\s*(?!["']#)`,
  'i',
);

/** Whether a picture's text holds drawing elements and words alone, and nothing that could act or lead elsewhere. */
export function isDrawingAlone(text: string): boolean {
  return !SUSPICIOUS.test(text);
}

/**
 * Turns the engraver's text into an element for the page. Only drawing elements are let through: words from a file (lyrics,
 * titles) stay words. Parsing as XML and going through every attribute takes longer than engraving the line, so it is done
 * only where the text gives cause.
 */
export function adoptSvg(text: string): SVGSVGElement {
  const root = isDrawingAlone(text) ? parsed(text) : parsedWithCare(text);
  if (!(root instanceof SVGSVGElement)) throw new Error('The engraver gave no picture.');
  return root;
}

function parsed(text: string): Element | null {
  const template = document.createElement('template');
  template.innerHTML = text;
  const root = template.content.firstElementChild;
  return root && document.adoptNode(root);
}

function parsedWithCare(text: string): Element {
  const root = document.adoptNode(new DOMParser().parseFromString(text, 'image/svg+xml').documentElement);
  removeAllButDrawing(root);
  return root;
}

function removeAllButDrawing(root: Element): void {
  for (const element of [...root.querySelectorAll('*')]) {
    if (!ALLOWED.includes(element.localName)) element.remove();
    for (const { name, value } of [...element.attributes]) {
      const isForeignLink = name.endsWith('href') && !value.startsWith('#');
      if (name.startsWith('on') || isForeignLink) element.removeAttribute(name);
    }
  }
}
