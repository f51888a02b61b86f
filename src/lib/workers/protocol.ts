import type { VoiceRange } from '../core/learner/voice';
import type { Analysis } from '../core/analyse/analyse';
import type { SourceView } from '../core/analyse/source-view';
import type { Arrangement } from '../core/arrange/arrangement';
import type { ArrangeFor } from '../core/arrange/arrange-for';
import type { MeasureDifference } from '../core/handout/differences';
import type { ArrangementDocument } from '../core/document/document';
import type { LadderView } from '../core/arrange/ladder-view';
import type { VoicingPlace } from '../core/arrange/voicing-places';
import type { Why } from '../core/arrange/why';
import type { ExplainDepth, FingerWhy } from '../core/fingering/explain';
import type { ReadResult } from '../core/formats/result';
import type { KeyStyle, RankedKey } from '../core/keys/rank-keys';
import type { Key } from '../core/pitch/key';
import type { PlayOptions, Timeline } from '../core/playback/timeline';
import type { Score } from '../core/score/model';
import type { Heard, HearOptions } from '../core/listen/hear';
import type { Take } from '../core/listen/take';
import type { Delta } from './delta';
import type { EngravedSystem, EngraveOptions, LayoutRequest, SystemPlan } from '../core/engrave/line';

export interface EngraveApi {
  engrave(mei: string, options: EngraveOptions): Promise<EngravedSystem>;
}

export interface ArrangedView {
  readonly arrangement: Arrangement;
  readonly systems: readonly SystemPlan[];
}

/** Rungs under one another, laid out as lines that hold them all. */
export interface EngravedLadder {
  readonly view: Omit<LadderView, 'score'>;
  readonly numbers: readonly string[];
  readonly systems: readonly SystemPlan[];
}

export interface TextView {
  readonly reading: ReadResult<Score>;
  readonly systems: readonly SystemPlan[];
}

export interface ArrangeApi {
  /** What was played of a score. */
  hear(score: Score, take: Take, options: HearOptions): Heard;
  /** Takes the source to arrange from now on. */
  open(score: Score): SourceView;
  /**
   * The lines of a document that differs from the one drawn last by its chord symbols alone: under the notes that stand, as
   * what changed; null for any other. It is drawn after all.
   */
  sketch(document: ArrangementDocument, whom: ArrangeFor, layout: LayoutRequest): Delta | null;
  /** The lines of a document, as what changed since those before; the first time whole. */
  draw(document: ArrangementDocument, whom: ArrangeFor, layout: LayoutRequest): Delta;
  /** The lines that a document would have, as what they change in those drawn last; it is not drawn. */
  foresee(document: ArrangementDocument, whom: ArrangeFor, layout: LayoutRequest): Delta;
  /** All else about the arrangement drawn last, as what changed since the one before. */
  complete(): Delta;
  /** Another document of the same source as a score, without it becoming the view. */
  preview(document: ArrangementDocument, whom: ArrangeFor): Score;
  /** How well the piece lies in one key; asked key by key, so that it shows progress and can be left. */
  rateKey(
    document: ArrangementDocument,
    whom: ArrangeFor,
    key: Key,
    style: KeyStyle,
    voice: VoiceRange | null,
  ): RankedKey;
  /** Why a note of the arrangement last asked for has its finger, shown or not, and what else it could be. */
  explainFinger(note: string, depth: ExplainDepth): FingerWhy | null;
  /** Why a measure of the arrangement last asked for is as it is. */
  explain(measure: number): Why | null;
  /** The chords of a measure that can be voiced by hand. */
  voicingPlaces(measure: number): readonly VoicingPlace[];
  /** Several rungs of the same recipe. */
  ladder(
    document: ArrangementDocument,
    whom: ArrangeFor,
    places: readonly number[],
    layout: LayoutRequest,
  ): EngravedLadder;
  /** Which edition the arrangement last asked for would be, by what is printed; null before anything was. */
  fingerprint(): string | null;
  /** Where the arrangement last asked for differs from a score that was handed out. */
  compareWith(handedOut: Score): readonly MeasureDifference[];
  /** Key, chords, tune, form and spelling of a piece. */
  analyse(score: Score): Analysis;
  /** Reads a typed tune or chart and lays it out, with what could not be read marked at its place. */
  readText(text: string, fileName: string, layout: LayoutRequest): TextView;
  /** When everything in a score sounds. */
  timeline(score: Score, options: PlayOptions): Timeline;
  /** Lays out a finished score, such as an edition, without arranging it. */
  layOut(score: Score, counts: Arrangement['counts'], layout: LayoutRequest): readonly SystemPlan[];
}
