import { log } from '../log';

/** Lets something be worked out that nobody waits for: where it fails the log says so, and the program goes on. */
export function aside(what: string, work: () => Promise<unknown>): void {
  void work().catch((fault: unknown) => {
    log.error({ what, fault: fault instanceof Error ? fault.stack : String(fault) });
  });
}
