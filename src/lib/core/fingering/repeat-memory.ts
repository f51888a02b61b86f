import { midiOf } from '../pitch/pitch';
import type { Measure, Note } from '../score/model';
import type { Run } from './runs';

interface RepeatTask {
  readonly notes: readonly Note[];
  readonly measures: readonly Measure[];
  /** For each measure the first that is played alike, or itself. */
  readonly twinOf: readonly number[];
}

/**
 * The fingers that measures had when they were first met, for those that come back with the same notes in the same hand: a
 * learner who has the first occurrence has the others.
 */
export class RepeatMemory {
  /** Fingers by hand and first measure, each by its note's place and key. */
  readonly #fingers = new Map<string, Map<string, number>>();
  readonly #contents: Readonly<Record<'right' | 'left', readonly string[]>>;

  constructor(private readonly task: RepeatTask) {
    this.#contents = { right: this.#contentsOf(0), left: this.#contentsOf(1) };
  }

  /** What is set on the notes of a run, and what its measures had before; `withFirsts` holds first occurrences to it as well. */
  fingersFor(run: Run, pinned: ReadonlyMap<string, number>, withFirsts = false): ReadonlyMap<string, number> {
    const set = new Map<string, number>();
    for (const { struck, held } of run.touches) {
      for (const note of held) {
        const pin = pinned.get(note.id);
        if (pin !== undefined) set.set(note.id, pin);
      }
      for (const note of struck) {
        const finger = pinned.get(note.id) ?? this.#fingerBefore(note, run.hand, withFirsts);
        if (finger !== undefined) set.set(note.id, finger);
      }
    }
    return set;
  }

  #fingerBefore(note: Note, hand: 'right' | 'left', withFirsts: boolean): number | undefined {
    const first = this.#firstOf(note, hand);
    if (first === note.measure && !withFirsts) return undefined;
    return this.#fingers.get(`${hand}${first}`)?.get(this.#placeOf(note));
  }

  remember(run: Run, fingered: ReadonlyMap<string, { readonly finger: number }>): void {
    for (const { struck } of run.touches)
      for (const note of struck) {
        const finger = fingered.get(note.id)?.finger;
        if (finger === undefined || this.#firstOf(note, run.hand) !== note.measure) continue;
        const name = `${run.hand}${note.measure}`;
        const own = this.#fingers.get(name) ?? new Map<string, number>();
        this.#fingers.set(name, own.set(this.#placeOf(note), finger));
      }
  }

  /** The measure whose fingers a note takes over; its own where the hand has other notes this time. */
  #firstOf(note: Note, hand: 'right' | 'left'): number {
    const first = this.task.twinOf[note.measure] ?? note.measure;
    const contents = this.#contents[hand];
    return contents[first] === contents[note.measure] ? first : note.measure;
  }

  #placeOf(note: Note): string {
    return `${note.at - this.task.measures[note.measure]!.start}:${midiOf(note.pitch)}`;
  }

  #contentsOf(staff: number): readonly string[] {
    const contents: string[][] = this.task.measures.map(() => []);
    for (const note of this.task.notes)
      if (note.staff === staff && !note.grace)
        contents[note.measure]?.push(`${this.#placeOf(note)}+${note.duration}`);
    return contents.map((own) => own.sort().join());
  }
}
