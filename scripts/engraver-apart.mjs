import { runInNewContext } from 'node:vm';

const MODULE = 'verovio/dist/verovio-module.mjs';
const BYTES = { before: 'findWasmBinary(){return binaryDecode(', after: ')}function getBinarySync(' };
const START =
  'var binary=await getWasmBinary(binaryFile);var instance=await WebAssembly.instantiate(binary,imports);return instance';

/**
 * The engraver comes with its seven megabytes of WebAssembly written into a text, which a browser would have to read, decode and
 * hold before it could begin. Here they become a file of their own, which is compiled while it arrives.
 * @returns {import('vite').Plugin}
 */
export function engraverApart() {
  return {
    name: 'engraver-apart',
    apply: 'build',
    transform(code, id) {
      if (!id.endsWith(MODULE)) return null;
      const from = code.indexOf(BYTES.before) + BYTES.before.length;
      const to = code.indexOf(BYTES.after, from);
      if (from < BYTES.before.length || to < 0 || !code.includes(START))
        this.error(`${MODULE} is not written as it was: see where its WebAssembly stands now.`);
      const file = this.emitFile({
        type: 'asset',
        name: 'engraver.wasm',
        source: bytesOf(runInNewContext(code.slice(from, to))),
      });
      const before = code.slice(0, from - 'binaryDecode('.length);
      return `${before}import.meta.ROLLUP_FILE_URL_${file}${code.slice(to + 1)}`.replace(
        START,
        'return WebAssembly.instantiateStreaming(fetch(binaryFile),imports)',
      );
    },
  };
}

/** @param {string} text bytes as the engraver writes them: a letter each, nought as the letter 256 */
function bytesOf(text) {
  const bytes = new Uint8Array(text.length);
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    bytes[at] = (~code >> 8) & code;
  }
  return bytes;
}
