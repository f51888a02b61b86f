/** An edition that was handed out, with who plays from it. */
export interface EditionInHand {
  readonly id: string;
  readonly number: number;
  readonly fingerprint: string | null;
  readonly learners: readonly string[];
}

/** The Bench must have rested this long: whoever goes on editing must not wait for what is only read. */
const REST_MS = 600;

/** Whether the Bench is what the learners hold, told again whenever it has come to rest. */
export class HeldEdition {
  /** Null while it is not known, or nothing was handed out. */
  sentence = $state<string | null>(null);
  isSame = $state(true);
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly editions: readonly EditionInHand[],
    private readonly fingerprint: () => Promise<string | null>,
  ) {}

  ask(): void {
    clearTimeout(this.#timer);
    if (this.editions.length > 0) this.#timer = setTimeout(() => void this.#find(), REST_MS);
  }

  async #find(): Promise<void> {
    const print = await this.fingerprint();
    if (print === null) return;
    const same = this.editions.find((each) => each.fingerprint === print);
    const held = this.editions.filter(({ learners }) => learners.length > 0);
    this.isSame = held.every((each) => each === same);
    const whose = ({ number, learners }: EditionInHand) =>
      `edition ${number}${learners.length > 0 ? `, which ${learners.join(' and ')} ${learners.length === 1 ? 'has' : 'have'}` : ''}`;
    const others = held.filter((each) => each !== same);
    if (others.length > 0) this.sentence = `Other than ${others.map(whose).join('; ')}`;
    else this.sentence = same ? `As ${whose(same)}` : null;
  }

  stop(): void {
    clearTimeout(this.#timer);
  }
}
