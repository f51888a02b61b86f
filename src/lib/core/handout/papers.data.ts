/** Sheets that are printed on. */
export const PAPERS = {
  a4: { label: 'A4', widthMm: 210, heightMm: 297 },
  letter: { label: 'Letter', widthMm: 216, heightMm: 279 },
} as const;
export type PaperName = keyof typeof PAPERS;
