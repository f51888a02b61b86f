import QRCode from 'qrcode';

/** An address as a picture that a telephone reads, for the source of an image. */
export async function qrPicture(address: string): Promise<string> {
  const svg = await QRCode.toString(address, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' });
  return `data:image/svg+xml;base64,${Buffer.from(svg).toString('base64')}`;
}
