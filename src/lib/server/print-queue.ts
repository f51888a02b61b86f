import { sourceScore } from './pieces';
import { askedOf, printEdition, type PrintRequest } from './prints';
import { aside } from './work/aside';

const underWay = new Set<string>();

/** Works out what arrangements would print, when nothing else is to be done, for the next look. */
export function comparePrints(requests: readonly PrintRequest[]): void {
  for (const request of requests) {
    const asked = askedOf(request);
    if (underWay.has(asked)) continue;
    underWay.add(asked);
    aside('comparing an arrangement with its edition', () =>
      compare(request).finally(() => underWay.delete(asked)),
    );
  }
}

async function compare(request: PrintRequest): Promise<void> {
  const source = sourceScore(request.pieceId, request.sourceRevision);
  if (source.ok) await printEdition(request, source.value, Date.now(), 'later');
}
