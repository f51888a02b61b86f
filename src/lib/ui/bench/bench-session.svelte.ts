import { getContext, setContext } from 'svelte';
import { everywhere } from '$lib/core/document/everywhere';
import type { SystemPlan } from '$lib/core/engrave/line';
import { midiOf } from '$lib/core/pitch/pitch';
import { Player } from '../playback/player.svelte';
import { useArranger } from '../workers/workers-context.svelte';
import type { Engraver } from '../workers/engraver';
import { ArrangementInWork, type BenchOpening } from './arrangement-in-work.svelte';
import { BenchReasons } from './bench-reasons.svelte';
import { BenchSections } from './bench-sections';
import { BenchSelection } from './bench-selection.svelte';
import { CountEdits } from './count-edits';
import { HeldEdition, type EditionInHand } from './held-edition.svelte';
import { measureFacts, type MeasureFacts } from './measure-facts';
import { MeasureEdits } from './measure-edits';
import { NoteEdits } from './note-edits';
import { Offers } from './offers';
import { PedalEdits } from './pedal-edits';
import { Steady } from './steady';
import { VoicingEdits } from './voicing-edits.svelte';

/**
 * The Bench as its parts see it: the arrangement in work, what is selected, which reasons are shown, and the edits that
 * bring them together.
 */
export class BenchSession {
  readonly player: Player;
  readonly #arranger = useArranger();
  readonly work: ArrangementInWork;
  readonly selection: BenchSelection;
  readonly reasons: BenchReasons;
  readonly held: HeldEdition;
  readonly voicing: VoicingEdits;
  readonly notes = new NoteEdits(this);
  readonly measures = new MeasureEdits(this);
  readonly pedal = new PedalEdits(this);
  readonly counts = new CountEdits(this);
  readonly sections = new BenchSections(this);
  readonly offers = new Offers(this);
  /** The room in which the music scrolls: where the keyboard is when nothing else has it. */
  music: HTMLElement | null = null;
  /** Grows with every line that is drawn, so that marks on notes are put on new ink, too. */
  inkCount = $state(0);
  readonly #facts = new Steady<MeasureFacts>();
  /** What the rows under each measure say; the same records where nothing changed, so that they are not drawn again. */
  readonly facts = $derived.by(() => {
    // Of the pins it was made with, not of those put since: the ink of an edit comes before the words under it.
    const { arrangement, arrangedPins } = this.work;
    if (!arrangement) return [];
    const changed = new Set(this.reasons.differences?.map(({ measure }) => measure));
    return this.#facts.of(measureFacts(arrangement, arrangedPins, changed));
  });
  /** Everything of the selected measure, carried to each place where it comes again. */
  readonly repeats = $derived.by(() => {
    const [only, ...more] = this.selection.selectedSources;
    const { arrangement, document } = this.work;
    if (!arrangement || only === undefined || more.length > 0) return null;
    return everywhere(document, arrangement, only);
  });

  constructor(
    opening: BenchOpening,
    readonly engraver: Engraver,
    editions: readonly EditionInHand[],
  ) {
    this.player = new Player(opening.pieceId);
    this.work = new ArrangementInWork(opening, this.#arranger, {
      planned: (systems, options) => this.#withLine(systems, ({ mei }) => engraver.begin(mei, options)),
      foreseen: (systems, options) => this.#withLine(systems, ({ mei }) => engraver.foresee(mei, options)),
      inked: () => engraver.onScreenInked(),
      settled: () => engraver.onScreenSettled(),
      arranged: () => this.#follow(),
    });
    this.selection = new BenchSelection(this.work, (note) => {
      this.reasons.lookUpFinger();
      void this.player.touch([midiOf(note.pitch)], [note.id]);
    });
    this.reasons = new BenchReasons(this.work, this.selection, this.#arranger);
    this.voicing = new VoicingEdits(this, this.#arranger);
    this.held = new HeldEdition(editions, () => this.#arranger.fingerprint());
  }

  /** The line that is edited, since what is edited is selected: it is drawn while the page is still taking the lines, or before that. */
  #withLine(systems: readonly SystemPlan[], draw: (line: SystemPlan) => void): void {
    const { range: selected } = this.selection;
    const line = systems.find(
      ({ range }) => selected && selected.from >= range.from && selected.from <= range.to,
    );
    if (line) draw(line);
  }

  async #follow(): Promise<void> {
    this.held.ask();
    await Promise.all([this.reasons.follow(), this.voicing.follow()]);
  }

  /** Takes a learner with the rung they are on. */
  chooseLearner(id: string): void {
    const learner = this.work.opening.learners.find((each) => each.id === id);
    this.reasons.compareWithThis(`when it was for ${this.work.learner?.name ?? 'anyone'}`);
    this.work.choose({
      learnerId: learner?.id ?? null,
      ...(learner
        ? { rung: learner.rung, countStyle: learner.countStyle, fingerStyle: learner.fingerStyle }
        : {}),
    });
  }

  hearChord(id: string): void {
    const symbol = this.work.arrangement?.score.chords.find((each) => each.id === id);
    if (symbol) void this.player.touchChord(symbol.chord, [id]);
  }

  /** Stops what sounds; else closes what was opened last: a preview, the reasons, the selection. */
  close(): void {
    if (this.player.isPlaying) this.player.stop();
    else if (this.work.preview) this.work.preview = null;
    else if (this.voicing.at !== null) this.voicing.close();
    else if (this.reasons.whyAt !== null) this.reasons.whyAt = null;
    else this.selection.clear();
  }

  /** Gives the keyboard back to the music when what had it, `from`, is closed; where it has gone on elsewhere it stays. */
  backToMusic(from: HTMLElement): void {
    const at = document.activeElement;
    if (at === null || at === document.body || from.contains(at)) this.music?.focus({ preventScroll: true });
  }

  dispose(): void {
    this.player.stop();
    this.reasons.stop();
    this.held.stop();
    this.work.stop();
  }
}

const KEY = Symbol('bench');

export function provideBench(session: BenchSession): BenchSession {
  return setContext(KEY, session);
}

export function useBench(): BenchSession {
  return getContext<BenchSession>(KEY);
}
