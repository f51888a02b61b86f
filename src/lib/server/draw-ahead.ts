import { desc, isNull } from 'drizzle-orm';
import { findArrangement } from './arrangements';
import { database } from './db/client';
import { standing } from './db/standing';
import { arrangements, assignments, pieces } from './db/schema';
import { arrangementLines, pieceLines } from './first-lines';
import { isDrawingOff } from './drawings';
import { printFor } from './handouts/print-handout';
import { USUAL_WIDTHS } from './page-width';
import { findPiece } from './pieces';
import { aside } from './work/aside';
import { isWorkOver } from './work/pool';

/** Edits come one after another: lines are drawn ahead once they have paused for so long. */
const PAUSE_MS = 1_500;

const waiting = new Map<string, NodeJS.Timeout>();

/** Draws the first lines anew, soon and when nothing else is to be done, so that the next visit finds them. */
function soon(name: string, draw: () => Promise<unknown>): void {
  clearTimeout(waiting.get(name));
  const timer = setTimeout(() => {
    waiting.delete(name);
    aside(`drawing ${name}`, draw);
  }, PAUSE_MS);
  timer.unref();
  waiting.set(name, timer);
}

export function drawArrangementAhead(id: string, pageWidth: number): void {
  soon(`arrangement/${id}`, async () => {
    const arrangement = findArrangement(id);
    if (arrangement.ok) await arrangementLines(arrangement.value, pageWidth, 'later');
  });
}

export function drawPieceAhead(id: string, pageWidth: number): void {
  aside(`drawing piece/${id}`, async () => {
    const piece = findPiece(id);
    if (piece.ok) await pieceLines(piece.value, pageWidth, 'later');
  });
}

/** After the start, so long: the first pages come first. */
const REST_MS = 5_000;
/** Of each kind, those touched last. */
const MOST = 60;

/** Draws the lines that an earlier program drew otherwise, or nobody yet, one after another while nothing else is to be done. */
export function drawWhatIsMissing(): void {
  if (!isDrawingOff()) setTimeout(() => aside('drawing what is missing', drawAll), REST_MS).unref();
}

async function drawAll(): Promise<void> {
  if (isWorkOver()) return;
  const db = database();
  const made = db
    .select({ id: arrangements.id })
    .from(arrangements)
    .where(standing.arrangement)
    .orderBy(desc(arrangements.updatedAtMs));
  for (const { id } of made.limit(MOST).all()) {
    if (isWorkOver()) return;
    const arrangement = findArrangement(id);
    if (arrangement.ok) await (await arrangementLines(arrangement.value, USUAL_WIDTHS.bench, 'later')).coming;
  }
  const sources = db
    .select({ id: pieces.id })
    .from(pieces)
    .where(standing.piece)
    .orderBy(desc(pieces.importedAtMs));
  for (const { id } of sources.limit(MOST).all()) {
    if (isWorkOver()) return;
    const piece = findPiece(id);
    if (piece.ok) await (await pieceLines(piece.value, USUAL_WIDTHS.piece, 'later')).coming;
  }
  const held = db
    .select({ editionId: assignments.editionId, learnerId: assignments.learnerId })
    .from(assignments)
    .where(isNull(assignments.retiredAtMs));
  for (const { editionId, learnerId } of held.limit(MOST).all()) {
    if (isWorkOver()) return;
    await printFor(editionId, learnerId);
  }
}
