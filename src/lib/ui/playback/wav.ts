const HEADER_BYTES = 44;

/** Writes one channel of sound as a 16-bit WAV file (RIFF, PCM). */
export function wavBytes(samples: Float32Array, sampleRate: number): Uint8Array<ArrayBuffer> {
  const view = new DataView(new ArrayBuffer(HEADER_BYTES + samples.length * 2));
  const text = (at: number, content: string) => {
    for (let index = 0; index < content.length; index += 1)
      view.setUint8(at + index, content.charCodeAt(index));
  };
  text(0, 'RIFF');
  view.setUint32(4, HEADER_BYTES - 8 + samples.length * 2, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, samples.length * 2, true);
  for (const [index, sample] of samples.entries())
    view.setInt16(HEADER_BYTES + index * 2, Math.max(-1, Math.min(1, sample)) * 0x7fff, true);
  return new Uint8Array(view.buffer);
}
