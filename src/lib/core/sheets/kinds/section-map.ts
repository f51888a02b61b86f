import { sectionsSameExcept } from '../../practice/same-except';
import { measureNumber } from '../../score/by-measure';
import type { Score, Section } from '../../score/model';
import { HAIR } from '../page';
import { line, SIZES, text, type Flow } from '../flow';
import { wrapText } from '../measure-text';
import { startSheet, type SheetTask } from '../task';

const BAR = 9;

/** Which sections there are, what repeats, what differs, and what each is worth to learn. */
export function mapSheet(task: SheetTask): Flow {
  const flow = startSheet('map', task);
  const { score, sections } = task.edition;
  const same = sectionsSameExcept(score, sections);
  const total = score.measures.length;
  flow.title(`${task.title}: the sections`);
  flow.down(4);
  const unit = flow.room / total;
  for (const { name, from, to } of sections) {
    const x = flow.left + from * unit;
    const width = (to - from + 1) * unit;
    flow.add({ kind: 'rect', x, y: flow.y, width, height: BAR, fill: 'none' });
    const shown = wrapText(name, SIZES.text, width - 2, true)[0] ?? '';
    flow.add(text(shown, x + width / 2, flow.y + BAR * 0.65, SIZES.text, { isBold: true, anchor: 'middle' }));
  }
  flow.down(BAR + 6);
  for (const section of sections) {
    const worth = worthOf(section, sections, same);
    flow.heading(`${section.name}: ${spanWords(score, section)}`, 10);
    const like = same[section.id];
    const of = like && sections.find(({ id }) => id === like.of);
    if (like && of)
      flow.paragraph(
        like.odd.length === 0
          ? `The same as ${of.name}.`
          : `As ${of.name}, except ${like.odd.length === 1 ? 'measure' : 'measures'} ${like.odd.map((each) => measureNumber(score.measures, each)).join(', ')}.`,
      );
    else
      flow.paragraph(
        worth > section.to - section.from + 1
          ? `${section.to - section.from + 1} measures learned here are ${worth} of ${total}.`
          : `${section.to - section.from + 1} of ${total} measures.`,
      );
  }
  flow.down(4);
  flow.heading('In which order to learn', 20);
  const order = sections
    .filter(({ id }) => !same[id])
    .map((section) => ({ section, worth: worthOf(section, sections, same) }))
    .sort((a, b) => b.worth - a.worth);
  for (const [index, { section, worth }] of order.entries()) {
    flow.need(8);
    flow.down(6);
    flow.add(text(`${index + 1}. ${section.name}`, flow.left, flow.y, SIZES.text));
    flow.add(text(`worth ${worth} measures`, flow.left + 60, flow.y, SIZES.text));
    flow.add(line(flow.left, flow.y + 2, flow.left + flow.room, flow.y + 2, HAIR));
  }
  return flow;
}

/** How many measures of the piece are played once this section is learned. */
function worthOf(
  section: Section,
  sections: readonly Section[],
  same: ReturnType<typeof sectionsSameExcept>,
): number {
  const length = ({ from, to }: Section) => to - from + 1;
  return sections.reduce((sum, each) => {
    const like = same[each.id];
    return like?.of === section.id ? sum + length(each) - like.odd.length : sum;
  }, length(section));
}

/** “measures 1–8”, with the pickup where there is one. */
function spanWords({ measures }: Score, { from, to }: Section): string {
  const isPickup = measures[from]!.number === '' || measures[from]!.number === '0';
  const first = isPickup ? from + 1 : from;
  return `${isPickup ? 'pickup and ' : ''}measures ${measureNumber(measures, first)}–${measureNumber(measures, to)}`;
}
