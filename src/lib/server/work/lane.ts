/** Now: somebody waits for it. Later: for the next look, when there is nothing else to do. */
export type Urgency = 'now' | 'later';

interface Waiting {
  readonly run: () => Promise<void>;
  readonly urgency: Urgency;
}

/**
 * Lets one piece of work run after another, so that its time can be measured from when it begins and not from when it was
 * asked for. What somebody waits for goes before what is made ahead.
 */
export class Lane {
  readonly #waiting: Waiting[] = [];
  #isBusy = false;

  add<T>(urgency: Urgency, work: () => Promise<T>): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      this.#waiting.push({ urgency, run: () => work().then(resolve, reject) });
      if (!this.#isBusy) void this.#workOff();
    });
  }

  async #workOff(): Promise<void> {
    this.#isBusy = true;
    while (this.#waiting.length > 0) {
      const urgent = this.#waiting.findIndex(({ urgency }) => urgency === 'now');
      const [next] = this.#waiting.splice(Math.max(0, urgent), 1);
      await next!.run();
    }
    this.#isBusy = false;
  }
}
