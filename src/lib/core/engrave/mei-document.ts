import type { Count } from '../counting/count';
import { escapeXml } from '../formats/xml';
import type { Score } from '../score/model';
import { meiSystem } from './mei-system';
import { ALL_MARKINGS, prepareEngraving } from './source';

/** A whole score as an MEI 5 document: what the engraver is given line by line, in one piece, with its title. */
export function meiDocument(score: Score, counts: readonly (readonly Count[])[]): string {
  const whole = { from: 0, to: score.measures.length - 1 };
  const mei = meiSystem(prepareEngraving(score, counts), whole, ALL_MARKINGS);
  const names = [score.title, score.composer].map(escapeXml);
  const title = `<title>${names[0]}</title>${names[1] ? `<respStmt><persName role="composer">${names[1]}</persName></respStmt>` : ''}`;
  return `<?xml version="1.0" encoding="UTF-8"?>\n${mei.replace('<title/>', title).replace('<pb/><sb/>', '')}`;
}
