import type { HandName } from '../hands/hand';
import type { Key } from '../pitch/key';
import { spellingLabel, type Spelling } from '../pitch/pitch';
import { spellClassInKey } from '../pitch/spell';
import type { TroubleKind } from '../practice/trouble';
import type { Heard, MeasureHeard } from './hear';
import { THRESHOLDS } from './thresholds.data';

/** One thing that was heard, in words: evidence for a person to judge by. */
export interface Finding {
  readonly measure: number;
  readonly hand: HandName | null;
  readonly kind: TroubleKind;
  readonly sentence: string;
  /** Notes that it is about. */
  readonly noteIds: readonly string[];
}

const TIMES = ['', '', ', twice', ', three times'];
const times = (count: number) => TIMES[count] ?? (count < 2 ? '' : `, ${count} times`);

/** Calm sentences on a take, measure by measure; `keyAt` is the key of each measure, by which played notes are spelled. */
export function findingsOf(heard: Heard, keyAt: (measure: number) => Key): readonly Finding[] {
  return heard.measures.flatMap((measure) => [
    ...wrongNotes(measure, keyAt(measure.measure)),
    ...missingNotes(measure),
    ...extraNotes(measure, keyAt(measure.measure)),
    ...timeFindings(measure),
    ...touchFindings(measure),
  ]);
}

function at({ number }: MeasureHeard, hand: HandName | null, what: string): string {
  return `Measure ${number}${hand ? `, ${hand} hand` : ''}: ${what}.`;
}

interface Grouped {
  readonly hand: HandName;
  readonly what: string;
  readonly noteIds: string[];
}

function grouped(
  items: readonly { readonly hand: HandName; readonly what: string; readonly noteId: string }[],
): readonly Grouped[] {
  const groups = new Map<string, Grouped>();
  for (const { hand, what, noteId } of items) {
    const name = `${hand} ${what}`;
    const known = groups.get(name) ?? { hand, what, noteIds: [] };
    known.noteIds.push(noteId);
    groups.set(name, known);
  }
  return [...groups.values()];
}

function wrongNotes(measure: MeasureHeard, key: Key): readonly Finding[] {
  const items = measure.wrong.map(({ expected, hand, played, octaves, noteId }) => ({
    hand,
    noteId,
    what:
      octaves === 0
        ? `${nameOf(played, key)} for ${spellingLabel(expected)}`
        : `${spellingLabel(expected)} an octave too ${octaves > 0 ? 'high' : 'low'}`,
  }));
  return grouped(items).map(({ hand, what, noteIds }) => ({
    ...{ measure: measure.measure, hand, kind: 'note' as const, noteIds },
    sentence: at(measure, hand, what + times(noteIds.length)),
  }));
}

function missingNotes(measure: MeasureHeard): readonly Finding[] {
  const items = measure.missing.map(({ pitch, hand, noteId }) => ({
    hand,
    noteId,
    what: spellingLabel(pitch),
  }));
  return (['right', 'left'] as const).flatMap((hand) => {
    const own = grouped(items.filter((each) => each.hand === hand));
    if (own.length === 0) return [];
    const names = own.map(({ what, noteIds }) => what + times(noteIds.length)).join(', ');
    return [
      {
        ...{ measure: measure.measure, hand, kind: 'note' as const },
        noteIds: own.flatMap(({ noteIds }) => noteIds),
        sentence: at(measure, hand, `${names} was not heard`),
      },
    ];
  });
}

function extraNotes(measure: MeasureHeard, key: Key): readonly Finding[] {
  if (measure.extra.length === 0) return [];
  const names = measure.extra.map((each) => nameOf(each, key)).join(', ');
  return [
    {
      ...{ measure: measure.measure, hand: null, kind: 'note' as const, noteIds: [] },
      sentence: at(measure, null, `${names} besides what is written`),
    },
  ];
}

function timeFindings(measure: MeasureHeard): readonly Finding[] {
  const tell = (kind: TroubleKind, what: string): Finding => ({
    ...{ measure: measure.measure, hand: null, kind, noteIds: [] },
    sentence: at(measure, null, what),
  });
  return [
    ...(measure.stops > 0 ? [tell('stop', `a stop${times(measure.stops)}`)] : []),
    ...(measure.lateMs > 0 ? [tell('rhythm', 'a note comes late, by the own pulse')] : []),
    ...(measure.earlyMs > 0 ? [tell('rhythm', 'a note comes early, by the own pulse')] : []),
    ...(measure.handsApartMs >= THRESHOLDS.handsApartMs
      ? [tell('apart', `the hands are ${measure.handsApartMs} thousandths of a second apart`)]
      : []),
  ];
}

function touchFindings(measure: MeasureHeard): readonly Finding[] {
  const tell = (what: string, noteIds: readonly string[]): Finding => ({
    ...{ measure: measure.measure, hand: null, kind: 'rhythm', noteIds },
    sentence: at(measure, null, what),
  });
  const { heldThroughRest, letGoEarly, notDetached, pedalLateMs, pedalEarlyMs, blurredMs } = measure;
  return [
    ...(heldThroughRest.length > 0 ? [tell('held through the rest', heldThroughRest)] : []),
    ...(letGoEarly.length > 0 ? [tell('let go early, under the slur', letGoEarly)] : []),
    ...(notDetached.length > 0 ? [tell('held where it is detached', notDetached)] : []),
    ...(pedalLateMs > 0 ? [tell('the pedal comes late', [])] : []),
    ...(pedalEarlyMs > 0 ? [tell('the pedal comes early', [])] : []),
    ...(blurredMs > 0 ? [tell('the pedal is held through the change of harmony', [])] : []),
  ];
}

function nameOf(midi: number, key: Key): string {
  const spelled: Spelling = spellClassInKey(((midi % 12) + 12) % 12, key);
  return spellingLabel(spelled);
}

/** What is said of the whole take before its measures. */
export function takeWords(heard: Heard, numberOf: (measure: number) => string): string {
  const played = heard.measures.filter(({ expected, isSkipped }) => expected > 0 && !isSkipped);
  if (played.length === 0) return 'Nothing of this music was heard.';
  const clean = played.filter(
    ({ wrong, missing, extra }) => wrong.length + missing.length + extra.length === 0,
  );
  const words = [`${clean.length} of ${played.length} measures with every note as written`];
  if (heard.tempoBpm !== null) words.push(`about ${Math.round(heard.tempoBpm)} quarters a minute`);
  for (const { atMeasure, backTo } of heard.restarts)
    words.push(`begun again in measure ${numberOf(atMeasure)} from measure ${numberOf(backTo)}`);
  if (heard.skips.length > 0) words.push(`measure ${heard.skips.map(numberOf).join(', ')} left out`);
  if (heard.octavesOff !== 0) words.push(`all of it an octave too ${heard.octavesOff > 0 ? 'high' : 'low'}`);
  if (heard.semitonesOff !== 0)
    words.push(
      `all of it ${Math.abs(heard.semitonesOff)} half tones too ${heard.semitonesOff > 0 ? 'high' : 'low'}: is the keyboard set to transpose?`,
    );
  const { balance } = heard;
  if (balance && balance.accompaniment - balance.tune >= THRESHOLDS.drownedBy)
    words.push('what goes with the tune was louder than the tune');
  return `${words.join('; ')}.`;
}
