import type { Analysis } from '../core/analyse/analyse';
import type { Arrangement } from '../core/arrange/arrange';
import type { ArrangementDocument } from '../core/arrange/document';
import type { ReadResult } from '../core/formats/result';
import type { Key } from '../core/pitch/key';
import type { PlayOptions, Timeline } from '../core/playback/timeline';
import type { Score } from '../core/score/model';
import type { Delta } from './delta';
import type { Markings, SystemRange } from '../core/engrave/source';

/** One engraved line. Lengths are in units of the picture's own view box. */
export interface EngravedSystem {
  readonly svg: string;
  readonly width: number;
  readonly height: number;
  readonly measures: readonly MeasureBox[];
}

export interface MeasureBox {
  readonly index: number;
  readonly left: number;
  readonly right: number;
}

export interface EngraveOptions {
  /** Width of the line in view-box units; the height follows from the music. */
  readonly pageWidth: number;
  /** Half a staff space, in view-box units: 9 normal, 12 for young readers. */
  readonly unit: number;
}

export interface EngraveApi {
  engrave(mei: string, options: EngraveOptions): Promise<EngravedSystem>;
}

export interface SystemPlan {
  readonly range: SystemRange;
  readonly mei: string;
}

export interface LayoutRequest {
  /** Room on a line in tenths of a staff space. */
  readonly lineWidth: number;
  readonly mostMeasures: number;
  readonly markings: Markings;
}

export interface ArrangedView {
  readonly arrangement: Arrangement;
  readonly systems: readonly SystemPlan[];
}

export interface SourceView {
  readonly key: Key;
  readonly hasLeftHand: boolean;
  readonly measures: number;
}

export interface TextView {
  readonly reading: ReadResult<Score>;
  readonly systems: readonly SystemPlan[];
}

export interface ArrangeApi {
  /** Takes the source to arrange from now on. */
  open(score: Score): SourceView;
  /** What changed since the view before; the first one is whole. */
  arrange(document: ArrangementDocument, layout: LayoutRequest): Delta;
  /** Key, chords, tune, form and spelling of a piece. */
  analyse(score: Score): Analysis;
  /** Reads a typed tune or chart and lays it out, with what could not be read marked at its place. */
  readText(text: string, fileName: string, layout: LayoutRequest): TextView;
  /** When everything in a score sounds. */
  timeline(score: Score, options: PlayOptions): Timeline;
  /** Lays out a finished score, such as an edition, without arranging it. */
  layOut(score: Score, counts: Arrangement['counts'], layout: LayoutRequest): readonly SystemPlan[];
}
