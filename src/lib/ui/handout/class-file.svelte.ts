import { z } from 'zod';
import { saveFile } from '../parts/save-file';

const told = z.union([
  z.object({ done: z.int(), of: z.int() }),
  z.object({ file: z.string() }),
  z.object({ problem: z.string() }),
]);

/** Several handouts in one file: asked for, told of as it goes on, and saved. */
export class ClassFile {
  state = $state<'idle' | 'working'>('idle');
  done = $state(0);
  of = $state(0);
  message = $state('');
  #abort: AbortController | null = null;

  async make(handouts: readonly { readonly editionId: string; readonly learnerId: string }[]): Promise<void> {
    this.cancel();
    const abort = new AbortController();
    this.#abort = abort;
    this.state = 'working';
    this.done = 0;
    this.of = handouts.length;
    this.message = '';
    try {
      const response = await fetch('/api/handouts/class', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ handouts }),
        signal: abort.signal,
      });
      if (!response.ok || !response.body) throw new Error('The file could not be made. Try again.');
      for await (const line of linesOf(response.body)) this.#hear(line);
    } catch (fault) {
      if (!abort.signal.aborted)
        this.message = fault instanceof Error ? fault.message : 'The file could not be made. Try again.';
    }
    if (this.#abort === abort) this.state = 'idle';
  }

  #hear(line: string): void {
    const said = told.parse(JSON.parse(line));
    if ('done' in said) this.done = said.done;
    else if ('problem' in said) this.message = said.problem;
    else {
      saveFile(pdfOf(said.file), 'handouts.pdf');
      this.message = 'The file is saved where this browser keeps its downloads.';
    }
  }

  cancel(): void {
    if (this.state === 'working') this.message = 'Cancelled: nothing was made.';
    this.#abort?.abort();
    this.#abort = null;
    this.state = 'idle';
  }
}

function pdfOf(base64: string): Blob {
  const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
  return new Blob([bytes], { type: 'application/pdf' });
}

async function* linesOf(body: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = body.getReader();
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    rest += decoder.decode(value, { stream: !done });
    const lines = rest.split('\n');
    rest = lines.pop()!;
    for (const line of lines) if (line) yield line;
    if (done) return;
  }
}
