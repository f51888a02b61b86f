import { SCORE_EXTENSIONS } from '$lib/core/formats/read-score';
import { KEPT_PIECE, upload } from './upload';

/** What came of one file of several. */
export interface FileInBatch {
  readonly name: string;
  readonly state: 'waiting' | 'reading' | 'kept' | 'there' | 'fault' | 'cancelled';
  /** Why it was not kept, and where in the file. */
  readonly message: string;
  readonly pieceId: string | null;
}

/**
 * Several files that are read and kept one after another, each as it comes, with the parts as they are guessed. It goes on while
 * other pages are looked at. One for the browser.
 */
export class ImportBatch {
  files = $state.raw<readonly FileInBatch[]>([]);
  isRunning = $state(false);
  #abort: AbortController | null = null;

  readonly done = $derived(
    this.files.filter(({ state }) => state !== 'waiting' && state !== 'reading').length,
  );

  /** `onkept` is told after each piece; a batch before this one is let go. */
  async bring(chosen: readonly File[], onkept: () => void): Promise<void> {
    this.cancel();
    const abort = new AbortController();
    this.#abort = abort;
    this.isRunning = true;
    this.files = chosen.map(({ name }) => ({ name, state: 'waiting', message: '', pieceId: null }));
    for (const [index, file] of chosen.entries()) {
      if (abort.signal.aborted) return;
      this.#tell(index, { state: 'reading' });
      const result = await upload(file, { keep: 'yes' }, KEPT_PIECE, abort.signal);
      if (abort.signal.aborted) return;
      if (result.kind === 'done') {
        const { id, isThere } = result.value;
        this.#tell(index, { state: isThere ? 'there' : 'kept', pieceId: id });
        if (!isThere) onkept();
      } else if (result.kind === 'fault') {
        const { message, where } = result.fault;
        this.#tell(index, { state: 'fault', message: where ? `${message} (${where})` : message });
      }
    }
    this.isRunning = false;
  }

  /** What is kept stays; what waits is let go. */
  cancel(): void {
    this.#abort?.abort();
    this.#abort = null;
    this.isRunning = false;
    this.files = this.files.map((file) =>
      file.state === 'waiting' || file.state === 'reading' ? { ...file, state: 'cancelled' } : file,
    );
  }

  clear(): void {
    this.cancel();
    this.files = [];
  }

  #tell(index: number, change: Partial<FileInBatch>): void {
    this.files = this.files.map((file, at) => (at === index ? { ...file, ...change } : file));
  }
}

export const importBatch = new ImportBatch();

/** Files of a folder that could be scores, by their names. */
export function scoresAmong(files: readonly File[]): readonly File[] {
  return files.filter(({ name }) => SCORE_EXTENSIONS.some((each) => name.toLowerCase().endsWith(each)));
}
