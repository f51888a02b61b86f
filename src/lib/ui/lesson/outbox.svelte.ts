import { browser } from '$app/environment';
import { openDB, type IDBPDatabase } from 'idb';
import type { Answer, EntryToLog } from '../api/api';

/** A mark on its way to the studio. */
interface Waiting {
  readonly order?: number;
  readonly entry: EntryToLog;
}

export type MarkState = 'waiting' | 'saved' | 'refused';

const NAME = 'key-path-outbox';
const STORE = 'marks';
const RETRY_MS = 2_000;

/**
 * Marks that wait to be kept, in their order, in this browser's own database: they outlive a network that is gone and a page
 * that is closed. Each is sent once more until the studio answers; a mark has an id, so that it arrives once.
 */
export class Outbox {
  /** What became of each mark, by its id. */
  states = $state.raw<ReadonlyMap<string, MarkState>>(new Map());
  /** What was said of a mark that the studio did not take. */
  refusals = $state.raw<readonly { readonly id: string; readonly message: string }[]>([]);
  isUnreachable = $state(false);
  readonly #database: Promise<IDBPDatabase | null> | null;
  /** Where the browser keeps no database (a private window) marks wait in the page. */
  readonly #inMemory: Waiting[] = [];
  #isSending = false;
  #timer: ReturnType<typeof setTimeout> | undefined;
  readonly #wake = () => void this.send();

  /** `name`: whose marks these are; the teacher's and a learner's never mix in one browser. */
  constructor(
    private readonly log: (entry: EntryToLog) => Promise<Answer<unknown>>,
    name = NAME,
  ) {
    // A page that the server writes has no browser's database behind it.
    this.#database = browser
      ? openDB(name, 1, {
          upgrade: (database) => database.createObjectStore(STORE, { keyPath: 'order', autoIncrement: true }),
        }).catch(() => null)
      : null;
    if (!browser) return;
    window.addEventListener('online', this.#wake);
    void this.#resume();
  }

  readonly waiting = $derived([...this.states.values()].filter((state) => state === 'waiting').length);

  async add(entry: EntryToLog): Promise<void> {
    this.#tell(entry.id, 'waiting');
    const database = await this.#database;
    if (database) await database.add(STORE, { entry } satisfies Waiting);
    else this.#inMemory.push({ entry });
    await this.send();
  }

  /** What a page before this one left is sent, too. */
  async #resume(): Promise<void> {
    for (const { entry } of await this.#all()) this.#tell(entry.id, 'waiting');
    await this.send();
  }

  async #all(): Promise<readonly Waiting[]> {
    const database = await this.#database;
    return database ? ((await database.getAll(STORE)) as Waiting[]) : this.#inMemory;
  }

  async #remove(waiting: Waiting): Promise<void> {
    const database = await this.#database;
    if (database && waiting.order !== undefined) await database.delete(STORE, waiting.order);
    else this.#inMemory.splice(this.#inMemory.indexOf(waiting), 1);
  }

  /** Sends what waits, one after another, until all is kept or the studio is out of reach. */
  async send(): Promise<void> {
    if (this.#isSending) return;
    this.#isSending = true;
    clearTimeout(this.#timer);
    try {
      for (let next = (await this.#all())[0]; next; next = (await this.#all())[0]) {
        const answer = await this.log(next.entry);
        if (!answer.ok && answer.code === 'unreachable') {
          this.isUnreachable = true;
          this.#timer = setTimeout(this.#wake, RETRY_MS);
          return;
        }
        this.isUnreachable = false;
        await this.#remove(next);
        this.#tell(next.entry.id, answer.ok ? 'saved' : 'refused');
        if (!answer.ok) this.refusals = [...this.refusals, { id: next.entry.id, message: answer.message }];
      }
    } finally {
      this.#isSending = false;
    }
  }

  #tell(id: string, state: MarkState): void {
    this.states = new Map(this.states).set(id, state);
  }

  stop(): void {
    clearTimeout(this.#timer);
    if (browser) window.removeEventListener('online', this.#wake);
  }
}
