import { log } from './log';
import { sourceScore } from './pieces';
import { askedOf, printEdition, type PrintRequest } from './prints';

const waiting = new Map<string, PrintRequest>();
let isWorking = false;

/** Works out what arrangements would print, one after another and after the answer has gone out, for the next look. */
export function comparePrints(requests: readonly PrintRequest[]): void {
  for (const request of requests) waiting.set(askedOf(request), request);
  if (waiting.size > 0 && !isWorking) {
    isWorking = true;
    setImmediate(workOff);
  }
}

function workOff(): void {
  const [next] = waiting;
  if (!next) {
    isWorking = false;
    return;
  }
  const [asked, request] = next;
  waiting.delete(asked);
  const source = sourceScore(request.pieceId, request.sourceRevision);
  try {
    if (source.ok) printEdition(request, source.value, Date.now());
  } catch (fault) {
    log.error({ fault, pieceId: request.pieceId }, 'an arrangement could not be compared with its edition');
  }
  setImmediate(workOff);
}
