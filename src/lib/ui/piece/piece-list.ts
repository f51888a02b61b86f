import { keyLabel, readKey } from '$lib/core/pitch/key';

/** A piece as a list tells of it. */
export interface ListedPiece {
  readonly id: string;
  readonly title: string;
  readonly composer: string;
  readonly archivedAtMs: number | null;
  readonly importedAtMs: number;
  readonly summary:
    | {
        readonly ok: true;
        readonly value: {
          readonly key: string;
          readonly time: string;
          readonly measures: number;
          readonly chords: readonly string[];
        };
      }
    | { readonly ok: false };
  readonly learners: readonly string[];
  readonly arrangements: readonly { readonly id: string; readonly name: string; readonly rung: number }[];
}

export const SORTS = {
  newest: 'the newest first',
  title: 'title',
  composer: 'composer',
  measures: 'the shortest first',
} as const;
export type Sort = keyof typeof SORTS;

export interface Wanted {
  /** Words that must all be found in title, composer, key, chords or who plays it. */
  readonly words: string;
  /** Empty: any. */
  readonly key: string;
  readonly time: string;
  readonly learner: string;
  /** One of its arrangements is on this rung. */
  readonly rung: string;
  readonly sort: Sort;
}

const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
/** A chord as it is kept: B♭m7 is Bbm7. */
const asciiChord = (word: string) => word.replaceAll('♭', 'b').replaceAll('♯', '#');
const COMPARE = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** The pieces that are wanted, in the order that is wanted. */
export function listedPieces<P extends ListedPiece>(pieces: readonly P[], wanted: Wanted): readonly P[] {
  const words = wanted.words.split(/\s+/).filter(Boolean);
  const found = pieces.filter((piece) => {
    const { summary } = piece;
    const [key, time] = summary.ok ? [summary.value.key, summary.value.time] : ['', ''];
    if (wanted.key && key !== wanted.key) return false;
    if (wanted.time && time !== wanted.time) return false;
    if (wanted.rung && !piece.arrangements.some(({ rung }) => String(rung) === wanted.rung)) return false;
    if (wanted.learner && !piece.learners.includes(wanted.learner)) return false;
    const read = readKey(key);
    const text = plain(
      [piece.title, piece.composer, key, read ? keyLabel(read) : '', ...piece.learners].join(' '),
    );
    const chords = summary.ok ? summary.value.chords : [];
    return words.every((word) => text.includes(plain(word)) || chords.includes(asciiChord(word)));
  });
  const measures = ({ summary }: P) => (summary.ok ? summary.value.measures : Infinity);
  const byTitle = (a: P, b: P) => COMPARE.compare(a.title, b.title);
  const ORDERS: Readonly<Record<Sort, (a: P, b: P) => number>> = {
    newest: (a, b) => b.importedAtMs - a.importedAtMs || byTitle(a, b),
    title: byTitle,
    composer: (a, b) => COMPARE.compare(a.composer, b.composer) || byTitle(a, b),
    measures: (a, b) => measures(a) - measures(b) || byTitle(a, b),
  };
  return [...found].sort(ORDERS[wanted.sort]);
}
