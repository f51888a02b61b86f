/** Room kept between a chord symbol's baseline and the slur under it, and a letter's width, in inner units. */
const CLEARANCE = 70;
const LETTER_WIDTH = 230;
const CURVE_SAMPLES = 24;

interface Point {
  readonly x: number;
  readonly y: number;
}

/**
 * The engraver places chord symbols without regard to slurs. Where a slur would strike through one, the whole row of
 * symbols is raised, so that it stays level, and the picture grows upward by as much. Takes and gives SVG text;
 * `innerScale` is how many inner units make one unit of the view box.
 */
export function raiseChordSymbols(svg: string, innerScale: number): string {
  const symbols = [
    ...svg.matchAll(/<g id="h\d+t\d+" class="harm">\s*<text x="(-?\d+)" y="(-?\d+)"[\s\S]*?<\/text>/g),
  ].map((match) => ({
    x: Number(match[1]),
    y: Number(match[2]),
    width: LETTER_WIDTH * Math.max(1, match[0].replace(/<[^>]*>|\s/g, '').length),
  }));
  const curves = [...svg.matchAll(/class="slur">\s*<path d="([^"]*)"/g)].map((match) =>
    curvePoints(match[1]!),
  );
  const rise = Math.max(
    0,
    ...symbols.flatMap((symbol) =>
      curves.map((points) => {
        const under = points.filter(
          (point) => point.x > symbol.x - LETTER_WIDTH / 2 && point.x < symbol.x + symbol.width,
        );
        const top = Math.min(...under.map((point) => point.y));
        return Number.isFinite(top) ? symbol.y + CLEARANCE - top : 0;
      }),
    ),
  );
  if (rise === 0) return svg;
  const raised = svg.replace(
    /(<g id="h\d+t\d+" class="harm">\s*<text x="-?\d+" y=")(-?\d+)"/g,
    (_, opening: string, y: string) => `${opening}${Number(y) - rise}"`,
  );
  const grown = Math.ceil(rise / innerScale);
  return raised.replace(
    /viewBox="0 0 (\d+) (\d+)"/,
    (_, width: string, height: string) => `viewBox="0 ${-grown} ${width} ${Number(height) + grown}"`,
  );
}

/** Points along the first Bézier curve of a slur, whose path runs there and back. */
function curvePoints(path: string): readonly Point[] {
  const numbers = (path.match(/-?\d+(?:\.\d+)?/g) ?? []).map(Number);
  if (numbers.length < 8) return [];
  const [a, b, c, d] = [0, 2, 4, 6].map((index) => ({ x: numbers[index]!, y: numbers[index + 1]! })) as [
    Point,
    Point,
    Point,
    Point,
  ];
  return Array.from({ length: CURVE_SAMPLES + 1 }, (_, index) => {
    const t = index / CURVE_SAMPLES;
    const [p, q, r, s] = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3];
    return { x: p * a.x + q * b.x + r * c.x + s * d.x, y: p * a.y + q * b.y + r * c.y + s * d.y };
  });
}
