import type { VoicingPlace } from '$lib/core/arrange/voicing-places';
import { voicingPin, voicingPinId } from '$lib/core/document/pins/voicing';
import { transposePitch } from '$lib/core/pitch/interval';
import { midiOf, pitchName, type Pitch } from '$lib/core/pitch/pitch';
import { byOctave, doubledBass, toggledTone, turned } from '$lib/core/voicing/by-hand';
import type { Note } from '$lib/core/score/model';
import type { Player } from '../playback/player.svelte';
import type { Arranger } from '../workers/arranger';
import type { Editable } from './editable';

interface Bench extends Editable {
  readonly player: Pick<Player, 'touch'>;
}

function nameOf(pitches: readonly Pitch[]): string {
  return pitches.map(pitchName).join(' ');
}

/** Voicing a chord by hand: the chords of one measure, and what is done to the one in hand. Each change is a step of undo. */
export class VoicingEdits {
  /** The measure whose chords are open. */
  at = $state<number | null>(null);
  places = $state.raw<readonly VoicingPlace[]>([]);
  /** No answer has come yet. */
  isAsking = $state(false);
  #chosen = $state(0);
  /** The notes that were taken everywhere last: places that have them follow again. */
  #taken = $state('');
  readonly place = $derived<VoicingPlace | null>(this.places[this.#chosen] ?? this.places[0] ?? null);

  /** Places that have these notes by hand already, those that would take them, and those that keep their own. */
  readonly elsewhere = $derived.by(() => {
    const others = this.place?.others ?? [];
    const here = this.place ? nameOf(this.place.pitches) : '';
    const same = others.filter(({ isByHand, pitches }) => isByHand && nameOf(pitches) === here);
    const open = others.filter(
      (other) => !same.includes(other) && (!other.isByHand || nameOf(other.pitches) === this.#taken),
    );
    return { same: same.length, open, kept: others.length - same.length - open.length };
  });

  /** The notes of the hand in the measure that are of this voicing. */
  readonly heard = $derived.by<readonly Note[]>(() => {
    const { place } = this;
    const keys = place?.shown.pitches.map(midiOf) ?? [];
    const staff = place?.hand === 'right' ? 0 : 1;
    return (
      this.bench.work.arrangement?.score.notes.filter(
        (note) => note.measure === this.at && note.staff === staff && keys.includes(midiOf(note.pitch)),
      ) ?? []
    );
  });

  constructor(
    private readonly bench: Bench,
    private readonly arranger: Pick<Arranger, 'voicingPlaces'>,
  ) {}

  /** Opens the chords of the selected measure, or closes them. */
  async toggle(): Promise<void> {
    const measure = this.bench.selection.note?.measure ?? this.bench.selection.range?.from ?? null;
    if (measure === null || this.at === measure) {
      this.close();
      return;
    }
    this.at = measure;
    this.places = [];
    this.#chosen = 0;
    this.isAsking = true;
    await this.follow();
    this.isAsking = false;
  }

  close(): void {
    this.at = null;
  }

  /** Looks again after the arrangement was worked out anew. */
  async follow(): Promise<void> {
    const measure = this.at;
    if (measure === null) return;
    const places = await this.arranger.voicingPlaces(measure);
    if (this.at === measure) this.places = places;
  }

  choose(index: number): void {
    this.#chosen = Math.max(0, Math.min(this.places.length - 1, index));
    this.hear();
  }

  step(by: 1 | -1): void {
    if (this.place) this.choose(this.places.indexOf(this.place) + by);
  }

  turn(direction: 1 | -1): void {
    this.#change((place) => turned(place.chord, place.pitches, direction));
  }

  octave(direction: 1 | -1): void {
    this.#change((place) => byOctave(place.pitches, direction));
  }

  tone(degree: number): void {
    this.#change((place) => toggledTone(place.chord, place.pitches, degree));
  }

  double(): void {
    this.#change((place) => doubledBass(place.pitches));
  }

  /** The same notes wherever the hand has this chord; a place that was voiced by hand keeps its own. */
  everywhere(): void {
    const { place } = this;
    if (!place) return;
    const { open } = this.elsewhere;
    this.#taken = nameOf(place.pitches);
    this.bench.work.pin({
      put: [place, ...open.map(({ measure, tick }) => ({ ...place, measure, tick }))].map(voicingPin),
      remove: [],
    });
  }

  /** As it was worked out. */
  release(): void {
    const { place } = this;
    if (!place?.isByHand) return;
    this.bench.work.pin({ put: [], remove: [voicingPinId(place.measure, place.tick, place.hand)] });
  }

  /** Lets the chord sound, its notes lit where they stand in the music. */
  hear(): void {
    const { place } = this;
    if (!place) return;
    const keys = place.shown.pitches.map(midiOf);
    const staff = place.hand === 'right' ? 0 : 1;
    const own = this.bench.work.arrangement?.score.notes.filter(
      (note) => note.measure === this.at && note.staff === staff && keys.includes(midiOf(note.pitch)),
    );
    void this.bench.player.touch(
      keys,
      own?.map(({ id }) => id),
    );
  }

  #change(by: (place: VoicingPlace) => readonly Pitch[]): void {
    const { place } = this;
    const interval = this.bench.work.arrangement?.interval;
    if (!place || !interval) return;
    const pitches = by(place);
    if (pitches === place.pitches) return;
    const shown = { ...place.shown, pitches: pitches.map((pitch) => transposePitch(pitch, interval)) };
    const changed: VoicingPlace = { ...place, pitches, shown, isByHand: true };
    this.places = this.places.map((each) => (each === place ? changed : each));
    this.bench.work.pin({ put: [voicingPin(changed)], remove: [] });
    this.hear();
  }
}
