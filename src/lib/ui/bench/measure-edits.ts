import { easePin, rightTexturePin, texturePin, type Pin, type Setting } from '$lib/core/arrange/document';
import type { LeftTexture, RightTexture } from '$lib/core/arrange/textures.data';
import type { Everywhere } from '$lib/core/arrange/everywhere';
import type { Editable } from './editable';
import type { PedalEdits } from './pedal-edits';

/** What editing whole measures needs beyond editing notes. */
interface MeasureEditable extends Editable {
  readonly range: { readonly from: number; readonly to: number } | null;
  readonly textureChoices: readonly LeftTexture[];
  readonly repeats: Everywhere | null;
  readonly pedal: PedalEdits;
}

/** Changes of whole measures: textures, settings, easier or richer, kept, everywhere. Each is one step of undo. */
export class MeasureEdits {
  constructor(private readonly bench: MeasureEditable) {}

  /** Gives the selected measures a left hand of their own, or with null the piece's again. */
  paintTexture(texture: LeftTexture | null): void {
    const measures = this.bench.selectedSources;
    this.bench.pin(
      texture
        ? { put: measures.map((measure) => texturePin(measure, texture)), remove: [] }
        : { put: [], remove: measures.map((measure) => `texture:${measure}`) },
    );
  }

  paintRight(texture: RightTexture | null): void {
    const measures = this.bench.selectedSources;
    this.bench.pin(
      texture
        ? { put: measures.map((measure) => rightTexturePin(measure, texture)), remove: [] }
        : { put: [], remove: measures.map((measure) => `right-texture:${measure}`) },
    );
  }

  paintSetting(measures: readonly number[], setting: Setting | null): void {
    this.bench.pin(
      setting
        ? {
            put: measures.map((measure) => ({ id: `setting:${measure}`, kind: 'setting', measure, setting })),
            remove: [],
          }
        : { put: [], remove: measures.map((measure) => `setting:${measure}`) },
    );
  }

  cycleTexture(): void {
    if (!this.bench.range || !this.bench.arrangement) return;
    const now = this.bench.arrangement.textures[this.bench.range.from]!;
    const choices = this.bench.textureChoices;
    this.paintTexture(choices[(choices.indexOf(now) + 1) % choices.length]!);
  }

  cyclePedal(): void {
    const now = this.bench.range && this.bench.arrangement?.pedal[this.bench.range.from];
    if (now) this.bench.pedal.cycle(now.policy);
  }

  /** Makes just the selected measures easier (−1) or richer (+1). */
  ease(by: 1 | -1): void {
    const put: Pin[] = [];
    const remove: string[] = [];
    for (const measure of this.bench.selectedSources) {
      const now = this.bench.document.pins.find((pin) => pin.id === `ease:${measure}`);
      const next = (now?.kind === 'ease' ? now.by : 0) + by;
      if (next === 0) remove.push(`ease:${measure}`);
      else put.push(easePin(measure, Math.max(-11, Math.min(11, next))));
    }
    this.bench.pin({ put, remove });
  }

  /** Keeps the tune of the selected measures whole, or lets it be arranged again. */
  toggleKeep(): void {
    const measures = this.bench.selectedSources;
    const areKept = measures.every((measure) =>
      this.bench.document.pins.some((pin) => pin.id === `keep:${measure}`),
    );
    this.bench.pin(
      areKept
        ? { put: [], remove: measures.map((measure) => `keep:${measure}`) }
        : { put: measures.map((measure) => ({ id: `keep:${measure}`, kind: 'keep', measure })), remove: [] },
    );
  }

  fixEverywhere(): void {
    if (this.bench.repeats) this.bench.pin({ put: this.bench.repeats.put, remove: [] });
  }

  /** Takes away every pin of the selected measures and their notes. */
  clearPins(): void {
    const measures = new Set(this.bench.selectedSources);
    const notes = new Set(
      this.bench.arrangement?.score.notes
        .filter((note) => measures.has(this.bench.arrangement!.sourceMeasure[note.measure]!))
        .map((note): string => note.id),
    );
    const own = this.bench.document.pins.filter((pin) =>
      'measure' in pin
        ? measures.has(pin.measure)
        : 'note' in pin
          ? notes.has(pin.note)
          : notes.has(pin.from),
    );
    this.bench.pin({ put: [], remove: own.map((pin) => pin.id) });
  }
}
