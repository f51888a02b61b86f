import { analyseScore } from '../../core/analyse/analyse';
import { knownScore } from '../../core/analyse/known-score';
import { viewSource, type SourceView } from '../../core/analyse/source-view';
import { makeupOf, studySource } from '../../core/analyse/study-source';
import { summarise, type ScoreSummary } from '../../core/analyse/summary';
import { draft } from '../../core/arrange/arrange';
import type { ArrangeFor } from '../../core/arrange/arrange-for';
import { newDocument, type ArrangementDocument } from '../../core/document/document';
import { engraveLine, type Toolkit } from '../../core/engrave/engrave-line';
import type { EngraveOptions, FirstLines, LayoutRequest } from '../../core/engrave/line';
import { meiDocument } from '../../core/engrave/mei-document';
import { planLines, planPassage } from '../../core/engrave/plan-lines';
import { prepareEngraving } from '../../core/engrave/source';
import { formatOf, readScore } from '../../core/formats/read-score';
import type { FileError } from '../../core/formats/result';
import { writeScore, type ExportFormat } from '../../core/formats/write-score';
import { freezeEdition, type Edition } from '../../core/handout/edition';
import { arrangementMusicXml } from '../../core/handout/export';
import { fingerprintOf } from '../../core/handout/fingerprint';
import { tastesOf, type Taste } from '../../core/playback/taste';
import type { Printed } from '../../core/sheets/page';
import { printSheets } from '../../core/sheets/print-sheets';
import type { SheetTask } from '../../core/sheets/task';
import { suggestUses } from '../../core/score/roles';
import { asOnePart } from '../../core/score/one-part';
import { MOST_TITLE } from '../../core/text/names';
import type { PieceMakeup } from '../../core/score/makeup';
import type { ImportWarning } from '../../core/score/import-warning';
import type { PartUse, Score } from '../../core/score/model';

// What runs in the threads of the work pool, away from the thread that answers. A task takes and gives plain records, and
// touches neither the database nor the files.

export type ReadFileOutcome =
  | {
      readonly ok: true;
      readonly score: Score;
      readonly summary: ScoreSummary;
      readonly tastes: readonly Taste[];
    }
  | { readonly ok: false; readonly error: FileError };

/** What a teacher says of a file in place of what it says itself. */
export interface OwnWords {
  readonly title?: string;
  readonly rights?: string;
  /** What each staff of each part is for. */
  readonly uses?: readonly (readonly PartUse[])[];
}

interface ScoreFile {
  readonly bytes: Uint8Array;
  readonly name: string;
  readonly own?: OwnWords;
}

/** Reads a score of any format, and says what is in it. */
export function read({ bytes, name, own = {} }: ScoreFile): ReadFileOutcome {
  const result = readScore(bytes, name);
  if (!result.ok) return result;
  const { value: found, warnings } = result;
  // Of a whole band, what nobody chose is as it is suggested.
  const suggested = found.parts.length > 2 ? suggestUses(found) : null;
  const score: Score = {
    ...found,
    // A file may hold a whole page where its title should be.
    title: (own.title || found.title).slice(0, MOST_TITLE),
    composer: found.composer.slice(0, MOST_TITLE),
    rights: (own.rights ?? found.rights).slice(0, MOST_TITLE),
    parts: found.parts.map((part, index) => {
      const uses = (own.uses ?? suggested)?.[index];
      return uses?.length === part.staves ? { ...part, uses } : part;
    }),
  };
  const summary = summarise(score, warnings, formatOf(bytes, name).label);
  return { ok: true, score, summary, tastes: tastesOf(score) };
}

/** Says anew what is in a score that was corrected. */
export function sumUp(known: {
  readonly score: Score;
  readonly warnings: readonly ImportWarning[];
  readonly format: string;
}): ScoreSummary {
  return summarise(known.score, known.warnings, known.format);
}

/** What a source is made up of, for the choices that a new arrangement begins with. */
export function makeup(source: Score): PieceMakeup {
  return makeupOf(studySource(source));
}

interface Arranging {
  readonly source: Score;
  readonly document: ArrangementDocument;
  readonly whom: ArrangeFor;
}

/** What handing an arrangement out would print. */
export function print(task: Arranging): { readonly edition: Edition; readonly fingerprint: string } {
  const edition = freezeEdition(studySource(task.source), task.document, task.whom);
  return { edition, fingerprint: fingerprintOf(edition) };
}

/** A score as the bytes of a file. */
export function write(task: {
  readonly score: Score;
  readonly format: ExportFormat;
  /** Printed under the notes where the format can say them. */
  readonly counts?: Edition['counts'];
}): Uint8Array<ArrayBuffer> {
  const { score, format, counts } = task;
  if (format === 'musicxml' && counts)
    return new Uint8Array(new TextEncoder().encode(arrangementMusicXml(score, counts)));
  return writeScore(score, format);
}

/** What lines are drawn of: a source, an arrangement of one, an edition as it was frozen, or a passage of one. */
export type LineSource =
  | { readonly kind: 'piece'; readonly source: Score }
  | (Arranging & { readonly kind: 'arrangement' })
  | {
      readonly kind: 'edition';
      readonly score: Score;
      readonly counts: Edition['counts'];
      /** Measures by index, both ends included; without it, all. */
      readonly span?: { readonly from: number; readonly to: number };
    };

export type DrawnLines = Pick<FirstLines, 'lines' | 'source'>;

export interface LineTask {
  readonly of: LineSource;
  readonly layout: LayoutRequest;
  readonly options: EngraveOptions;
  /** How many lines, from the first on. */
  readonly count: number;
}

/** The first lines, as the page itself would draw them. */
export async function engrave({ of, layout, options, count }: LineTask): Promise<DrawnLines> {
  const { score, counts, source } = musicOf(of);
  const span = of.kind === 'edition' ? of.span : undefined;
  const plans = span
    ? planPassage(prepareEngraving(score, counts), layout, span)
    : planLines(score, counts, layout).plans;
  const toolkit = await engraver();
  const lines = plans
    .slice(0, count)
    .map((plan) => ({ plan, system: engraveLine(toolkit, plan.mei, options) }));
  return { lines, source };
}

/** The pages of a handout, as the screen shows them and the file has them. */
export async function sheets(task: SheetTask): Promise<Printed> {
  const toolkit = await engraver();
  return printSheets(task, (mei, options) => engraveLine(toolkit, mei, options));
}

/** Sheets about a source itself: its chords, scale and form, without an arrangement. */
export async function pieceSheets(
  task: Omit<SheetTask, 'edition'> & { readonly source: Score },
): Promise<Printed> {
  const { source, ...rest } = task;
  const analysis = analyseScore(source);
  const facts = studySource(source);
  const edition: Edition = {
    score: asOnePart(knownScore(source, analysis)),
    counts: [],
    sections: analysis.form.sections,
    key: analysis.key.key,
    recipe: newDocument(makeupOf(facts)).recipe,
    notes: { pictures: [], cues: [] },
  };
  return sheets({ ...rest, edition });
}

/** An edition as MEI. */
export function mei({ score, counts }: Pick<Edition, 'score' | 'counts'>): Uint8Array<ArrayBuffer> {
  return new Uint8Array(new TextEncoder().encode(meiDocument(asOnePart(score), counts)));
}

/** Handouts as one file (PDF). */
export async function pdf(handouts: readonly Printed[]): Promise<Uint8Array<ArrayBuffer>> {
  const { writePdf } = await import('./paper/pdf');
  return writePdf(handouts);
}

interface Music {
  readonly score: Score;
  readonly counts: Edition['counts'];
  readonly source: SourceView | null;
}

function musicOf(of: LineSource): Music {
  switch (of.kind) {
    case 'piece':
      return { score: asOnePart(knownScore(of.source, analyseScore(of.source))), counts: [], source: null };
    case 'arrangement': {
      const facts = studySource(of.source);
      return { ...draft(facts, of.document, of.whom), source: viewSource(facts) };
    }
    case 'edition':
      return { ...of, source: null };
  }
}

let started: Promise<Toolkit> | null = null;

/** The engraver of this thread: half a second and 150 MB, so only a thread that draws has one. */
function engraver(): Promise<Toolkit> {
  started ??= Promise.all([import('verovio/wasm'), import('verovio/esm')]).then(
    async ([wasm, esm]) => new esm.VerovioToolkit(await wasm.default()),
  );
  return started;
}

export type Tasks = {
  readonly read: typeof read;
  readonly sumUp: typeof sumUp;
  readonly makeup: typeof makeup;
  readonly print: typeof print;
  readonly write: typeof write;
  readonly engrave: typeof engrave;
  readonly sheets: typeof sheets;
  readonly pdf: typeof pdf;
  readonly pieceSheets: typeof pieceSheets;
  readonly mei: typeof mei;
};
