import type { EngravedLine, EngraveOptions, LayoutRequest, PageLines } from '../core/engrave/line';
import { benchLayout, optionsFor, pieceLayout, standLayout } from '../core/engrave/views';
import type { Markings } from '../core/engrave/source';
import type { Edition } from '../core/handout/edition';
import type { Score } from '../core/score/model';
import type { ArrangementRecord } from './arrangements';
import { fingerprintOfFacts, isDrawingOff, keepDrawing, keptDrawing } from './drawings';
import { log } from './log';
import { sourceScore } from './pieces';
import { arrangeFor } from './settings';
import type { Urgency } from './work/lane';
import { work } from './work/pool';
import type { DrawnLines, LineSource } from './work/tasks';

/** As many lines as are in view when a page with music is opened. */
const FIRST = 3;

/** What a page with music is drawn of, and how. */
interface Drawing {
  readonly subject: string;
  /** Everything that the lines depend on. */
  readonly facts: readonly unknown[];
  readonly layout: LayoutRequest;
  readonly options: EngraveOptions;
  /** How many lines, if not the first few. */
  readonly count?: number;
  /** The music itself, fetched only if it must be drawn; null where it cannot be read. */
  readonly music: () => LineSource | null;
}

/** The first lines of a source, as the Piece page draws them. */
export function pieceLines(
  piece: { readonly id: string; readonly sourceRevision: number },
  pageWidth: number,
  urgency: Urgency = 'now',
): Promise<PageLines> {
  const options = optionsFor(pageWidth);
  const drawing: Drawing = {
    subject: `piece/${piece.id}`,
    facts: [piece.sourceRevision],
    layout: pieceLayout(options),
    options,
    music: () => {
      const source = sourceScore(piece.id, piece.sourceRevision);
      return source.ok ? { kind: 'piece', source: source.value } : null;
    },
  };
  return linesOf(drawing, urgency);
}

/** The first lines of an arrangement as it stands, as the Bench draws them. */
export function arrangementLines(
  { id, pieceId, sourceRevision, document }: ArrangementRecord,
  pageWidth: number,
  urgency: Urgency = 'now',
): Promise<PageLines> {
  const whom = arrangeFor(document.recipe.learnerId);
  const options = optionsFor(pageWidth);
  const drawing: Drawing = {
    subject: `arrangement/${id}`,
    facts: [sourceRevision, document, whom],
    layout: benchLayout(document.recipe, options),
    options,
    music: () => {
      const source = sourceScore(pieceId, sourceRevision);
      return source.ok ? { kind: 'arrangement', source: source.value, document, whom } : null;
    },
  };
  return linesOf(drawing, urgency);
}

/** The lines of a passage of an edition, as the stand draws them. */
export function standLines(
  passage: {
    readonly editionId: string;
    readonly score: Score;
    readonly counts: Edition['counts'];
    readonly span: { readonly from: number; readonly to: number };
    readonly markings: Markings;
  },
  pageWidth: number,
  urgency: Urgency = 'now',
): Promise<PageLines> {
  const { editionId, score, counts, span, markings } = passage;
  const options = optionsFor(pageWidth);
  const drawing: Drawing = {
    subject: `edition/${editionId}/${span.from}-${span.to}`,
    facts: [counts],
    layout: standLayout(options, markings),
    options,
    // All that there are: they stand on the desk without a network.
    count: span.to - span.from + 1,
    music: () => ({ kind: 'edition', score, counts, span }),
  };
  return linesOf(drawing, urgency);
}

const NONE: DrawnLines = { lines: [], source: null };

const underWay = new Map<string, Promise<DrawnLines>>();

/** Lines that are kept, at once; or a promise of them, drawn now. Where they cannot be drawn, none: the page draws its own. */
async function linesOf(drawing: Drawing, urgency: Urgency): Promise<PageLines> {
  const { subject, facts, layout, options } = drawing;
  if (isDrawingOff()) return { kept: null, coming: Promise.resolve({ options, ...NONE }) };
  const fingerprint = fingerprintOfFacts([facts, layout, options]);
  const kept = await keptDrawing<PlainLines>({ subject, pageWidth: options.pageWidth, fingerprint });
  if (kept) return { kept: { options, ...unpacked(kept) }, coming: null };
  const name = `${subject}/${fingerprint}`;
  const coming = underWay.get(name) ?? drawOnce(name, drawing, fingerprint, urgency);
  return { kept: null, coming: coming.then((made) => ({ options, ...made })) };
}

function drawOnce(
  name: string,
  drawing: Drawing,
  fingerprint: string,
  urgency: Urgency,
): Promise<DrawnLines> {
  const drawn = draw(drawing, fingerprint, urgency)
    .catch((fault: unknown) => {
      log.error({ subject: drawing.subject, fault: fault instanceof Error ? fault.stack : String(fault) });
      return NONE;
    })
    .finally(() => underWay.delete(name));
  underWay.set(name, drawn);
  return drawn;
}

async function draw(
  { subject, layout, options, music, count = FIRST }: Drawing,
  fingerprint: string,
  urgency: Urgency,
): Promise<DrawnLines> {
  const of = music();
  const drawn = of && (await work('engrave', { of, layout, options, count }, urgency));
  if (!drawn?.ok) return NONE;
  const { lines, source } = drawn.value;
  const plain = lines.map(({ plan, system }) => ({ plan, system: { ...system, heads: [...system.heads] } }));
  await keepDrawing({ subject, pageWidth: options.pageWidth, fingerprint }, { lines: plain, source });
  return drawn.value;
}

/** Lines as JSON has them: a map is a list of pairs. */
interface PlainLines {
  readonly source: DrawnLines['source'];
  readonly lines: readonly (EngravedLine & {
    readonly system: { readonly heads: readonly (readonly [string, number])[] };
  })[];
}

function unpacked({ lines, source }: PlainLines): DrawnLines {
  return {
    source,
    lines: lines.map(({ plan, system }) => ({ plan, system: { ...system, heads: new Map(system.heads) } })),
  };
}
