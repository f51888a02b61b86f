import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { deflate, inflate } from 'node:zlib';
import { and, desc, eq, lte } from 'drizzle-orm';
import type { EngravedLine, EngraveOptions, LayoutRequest, PageLines } from '../core/engrave/line';
import {
  benchLayout,
  handoutLayout,
  markingsOf,
  optionsFor,
  pieceLayout,
  standLayout,
} from '../core/engrave/views';
import { type PaperName } from '../core/handout/papers.data';
import type { Markings } from '../core/engrave/source';
import type { Edition } from '../core/handout/edition';
import type { Score } from '../core/score/model';
import type { ArrangementRecord } from './arrangements';
import { build } from './build';
import { database } from './db/client';
import { engravedLines } from './db/schema';
import type { EditionRecord } from './editions';
import { log } from './log';
import { sourceScore } from './pieces';
import { arrangeFor } from './settings';
import type { Urgency } from './work/lane';
import { work } from './work/pool';
import type { DrawnLines, LineSource } from './work/tasks';

/** As many lines as are in view when a page with music is opened. */
const FIRST = 3;
/** Subjects and widths whose lines are kept; about 15 kB each. */
const MOST_KEPT = 1_500;

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

/** The first lines of an edition on paper. */
export function editionLines(
  { id, frozen }: Pick<EditionRecord, 'id' | 'frozen'>,
  paper: PaperName,
  isLarge: boolean,
  urgency: Urgency = 'now',
): Promise<PageLines> {
  const { score, counts, recipe } = frozen;
  const { layout, options } = handoutLayout(paper, isLarge, markingsOf(recipe));
  const music = (): LineSource => ({ kind: 'edition', score, counts });
  return linesOf({ subject: `edition/${id}`, facts: [], layout, options, music }, urgency);
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
  return linesOf(drawing, 'now');
}

const NONE: DrawnLines = { lines: [], source: null };

/** A machine that is short of processors may leave all drawing to the browsers: `KEY_PATH_LINES=off`. */
const isOff = () => process.env.KEY_PATH_LINES === 'off';

const underWay = new Map<string, Promise<DrawnLines>>();

/** Lines that are kept, at once; or a promise of them, drawn now. Where they cannot be drawn, none: the page draws its own. */
async function linesOf(drawing: Drawing, urgency: Urgency): Promise<PageLines> {
  const { subject, facts, layout, options } = drawing;
  if (isOff()) return { kept: null, coming: Promise.resolve({ options, ...NONE }) };
  const fingerprint = createHash('sha256')
    .update(JSON.stringify([build(), facts, layout, options]))
    .digest('hex');
  const row = database()
    .select({ fingerprint: engravedLines.fingerprint, lines: engravedLines.lines })
    .from(engravedLines)
    .where(and(eq(engravedLines.subject, subject), eq(engravedLines.pageWidth, options.pageWidth)))
    .get();
  const drawn = row?.fingerprint === fingerprint ? await unpack(row.lines) : null;
  if (drawn) return { kept: { options, ...drawn }, coming: null };
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
  const row = {
    subject,
    pageWidth: options.pageWidth,
    fingerprint,
    lines: await pack(drawn.value),
    atMs: Date.now(),
  };
  database()
    .insert(engravedLines)
    .values(row)
    .onConflictDoUpdate({ target: [engravedLines.subject, engravedLines.pageWidth], set: row })
    .run();
  forgetOldLines();
  return drawn.value;
}

/** Lines that were drawn longest ago make room. */
function forgetOldLines(): void {
  const newest = database()
    .select({ atMs: engravedLines.atMs })
    .from(engravedLines)
    .orderBy(desc(engravedLines.atMs))
    .limit(1)
    .offset(MOST_KEPT)
    .get();
  if (newest) database().delete(engravedLines).where(lte(engravedLines.atMs, newest.atMs)).run();
}

async function pack({ lines, source }: DrawnLines): Promise<Buffer> {
  const plain = lines.map(({ plan, system }) => ({ plan, system: { ...system, heads: [...system.heads] } }));
  return promisify(deflate)(JSON.stringify({ lines: plain, source }));
}

/** Null where what is kept is damaged: it is drawn anew. */
async function unpack(bytes: Buffer): Promise<DrawnLines | null> {
  type Heads = readonly (readonly [string, number])[];
  type PlainLine = EngravedLine & { readonly system: { readonly heads: Heads } };
  try {
    const text = (await promisify(inflate)(bytes)).toString('utf8');
    const { lines, source } = JSON.parse(text) as DrawnLines & { readonly lines: readonly PlainLine[] };
    return {
      source,
      lines: lines.map(({ plan, system }) => ({ plan, system: { ...system, heads: new Map(system.heads) } })),
    };
  } catch {
    return null;
  }
}
